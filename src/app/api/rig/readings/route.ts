import * as v from "valibot";
import { readRig } from "@/features/instruments/connectRig";
import { runRoute } from "@/server/verbs/runRoute";

/** What the instruments read now. */
export async function GET(request: Request) {
  return runRoute(request, "technician", v.object({}), readRig);
}
