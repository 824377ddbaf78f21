import * as v from "valibot";
import { BAYS } from "./bays";
import { JobTarget, NoteText } from "./jobTarget.schema";

/** Takes a job to another bay. */
export const EnterBayInput = v.object({ ...JobTarget.entries, to: v.picklist(BAYS, "Pick a bay."), reason: NoteText });
export type EnterBayInput = v.InferOutput<typeof EnterBayInput>;
