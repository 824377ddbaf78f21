import { stopSweep } from "@/features/bench/rig/rigVerbs";
import { StopRequest } from "@/features/bench/rig/rigRequests";
import { runRoute } from "@/server/verbs/runRoute";

/** Throttle to zero. */
export async function POST(request: Request) {
  return runRoute(request, StopRequest, stopSweep);
}
