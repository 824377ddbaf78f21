import { beatSweep } from "@/features/bench/rig/rigVerbs";
import { BeatRequest } from "@/features/bench/rig/rigRequests";
import { runRoute } from "@/server/verbs/runRoute";

/** The operator's heartbeat. */
export async function POST(request: Request) {
  return runRoute(request, BeatRequest, beatSweep);
}
