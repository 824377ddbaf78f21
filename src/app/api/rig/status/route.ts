import * as v from "valibot";
import { getRigStatus } from "@/features/bench/rigVerbs";
import { runRoute } from "@/features/people/runRoute";

/** What the rig says of itself. */
export async function GET(request: Request) {
  return runRoute(request, v.object({}), getRigStatus);
}
