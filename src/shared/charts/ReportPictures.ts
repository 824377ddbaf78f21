import { createContext } from "react";

/** Where a chart's picture may go: null where there is no report, or none that one may change. */
export interface ReportPictures {
  /** @returns why it was refused, or null. */
  keep: (picture: Blob, caption: string) => Promise<string | null>;
}

export const ReportPicturesContext = createContext<ReportPictures | null>(null);
