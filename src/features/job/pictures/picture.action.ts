"use server";

import { runAction } from "@/server/verbs/runAction";
import { LeaveOutPictureInput } from "./picture.schema";
import { leaveOutPicture } from "./pictureVerbs";

/** Leaves a picture out of a job's report. */
export async function leaveOutPictureAction(raw: unknown) {
  return runAction(LeaveOutPictureInput, raw, leaveOutPicture);
}
