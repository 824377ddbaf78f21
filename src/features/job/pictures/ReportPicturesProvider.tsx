"use client";

import { type ReactNode, useMemo } from "react";
import { type ActionFailure } from "@/shared/actionResult";
import { type ReportPictures, ReportPicturesContext } from "@/shared/charts/ReportPictures";

interface Props {
  number: string;
  mayEdit: boolean;
  children: ReactNode;
}

/** Lets every chart of a job's pages go into its report. */
export function ReportPicturesProvider({ number, mayEdit, children }: Props) {
  const pictures = useMemo<ReportPictures | null>(
    () => (mayEdit ? { keep: (picture, caption) => sendPicture(number, picture, caption) } : null),
    [number, mayEdit],
  );
  return <ReportPicturesContext value={pictures}>{children}</ReportPicturesContext>;
}

async function sendPicture(number: string, picture: Blob, caption: string): Promise<string | null> {
  const body = new FormData();
  body.append("picture", picture, "picture.png");
  body.append("caption", caption);
  try {
    const response = await fetch(`/api/jobs/${number}/pictures`, { method: "POST", body });
    return response.ok ? null : ((await response.json()) as ActionFailure).message;
  } catch {
    return "It did not reach the server. Try again.";
  }
}
