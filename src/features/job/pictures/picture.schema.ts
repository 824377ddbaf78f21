import * as v from "valibot";
import { JobTarget } from "@/features/job/jobTarget.schema";

/** Leaves a picture out of a job's report. */
export const LeaveOutPictureInput = v.object({
  ...JobTarget.entries,
  pictureId: v.pipe(v.number(), v.integer(), v.minValue(1)),
});
export type LeaveOutPictureInput = v.InferOutput<typeof LeaveOutPictureInput>;
