import { FinishLogInput } from "@/features/flightlog/flightlog.schema";
import { finishLog } from "@/features/flightlog/logVerbs";
import { runRoute } from "@/server/verbs/runRoute";

/** Keeps a log that has arrived whole. */
export async function POST(request: Request) {
  return runRoute(request, "technician", FinishLogInput, finishLog);
}
