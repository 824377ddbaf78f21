import { BeginLogInput } from "@/features/flightlog/flightlog.schema";
import { beginLog } from "@/features/flightlog/logVerbs";
import { runRoute } from "@/server/verbs/runRoute";

/** Announces a flight log; its channels follow one by one, so that a broken line costs one stretch. */
export async function POST(request: Request) {
  return runRoute(request, "technician", BeginLogInput, beginLog);
}
