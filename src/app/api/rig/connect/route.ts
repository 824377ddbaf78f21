import * as v from "valibot";
import { connectRig } from "@/features/bench/benchVerbs";
import { runRoute } from "@/features/people/runRoute";

/** Connects the instruments. */
export async function POST(request: Request) {
  return runRoute(request, v.object({}), connectRig);
}
