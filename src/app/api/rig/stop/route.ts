import { stopSweep } from "@/features/bench/rig/rigVerbs";
import { StopRequest } from "@/features/bench/rig/rigRequests";
import { runTokenRoute } from "@/server/verbs/runRoute";

/** Throttle to zero. */
export async function POST(request: Request) {
  return runTokenRoute(request, StopRequest, stopSweep);
}
