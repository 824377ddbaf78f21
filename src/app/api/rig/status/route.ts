import * as v from "valibot";
import { getRigStatus } from "@/features/bench/rig/rigVerbs";
import { runRoute } from "@/server/verbs/runRoute";

/** What the rig says of itself. */
export async function GET(request: Request) {
  return runRoute(request, "viewer", v.object({}), getRigStatus);
}
