import { startSweep } from "@/features/bench/rigVerbs";
import { OperatorRequest } from "@/features/bench/rigRequests";
import { runRoute } from "@/features/people/runRoute";

/** Starts an armed run. */
export async function POST(request: Request) {
  return runRoute(request, OperatorRequest, startSweep);
}
