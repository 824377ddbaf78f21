import { beatSweep } from "@/features/bench/rig/rigVerbs";
import { BeatRequest } from "@/features/bench/rig/rigRequests";
import { runTokenRoute } from "@/server/verbs/runRoute";

/** The operator's heartbeat. */
export async function POST(request: Request) {
  return runTokenRoute(request, BeatRequest, beatSweep);
}
