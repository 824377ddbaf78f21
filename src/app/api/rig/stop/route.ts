import { stopSweep } from "@/features/bench/rigVerbs";
import { StopRequest } from "@/features/bench/rigRequests";
import { runRoute } from "@/features/people/runRoute";

/** Throttle to zero. */
export async function POST(request: Request) {
  return runRoute(request, StopRequest, stopSweep);
}
