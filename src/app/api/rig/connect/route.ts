import { ConnectRigInput } from "@/features/bench/bench.schema";
import { connectRig } from "@/features/instruments/connectRig";
import { runRoute } from "@/server/verbs/runRoute";

/** Connects the instruments. */
export async function POST(request: Request) {
  return runRoute(request, "technician", ConnectRigInput, connectRig);
}
