import { beatSweep } from "@/features/bench/rigVerbs";
import { BeatRequest } from "@/features/bench/rigRequests";
import { runRoute } from "@/features/people/runRoute";

/** The operator's heartbeat. */
export async function POST(request: Request) {
  return runRoute(request, BeatRequest, beatSweep);
}
