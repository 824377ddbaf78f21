"use client";

import { use, useState } from "react";
import { type ChartColours } from "./chartColours";
import styles from "./Charts.module.css";
import { drawPicture } from "./drawPicture";
import { ReportPicturesContext } from "./ReportPictures";

interface Props {
  toOption: (colours: ChartColours) => object;
  heightPx: number;
  caption: string;
  /** What is drawn, in a word: while it stays the same, so does what was said of its picture. */
  subject: string;
}

const KEPT = "In the report";

/** Puts a chart as it is now into the job's report; nothing where there is no report. */
export function PictureButton({ toOption, heightPx, caption, subject }: Props) {
  const pictures = use(ReportPicturesContext);
  const [state, setState] = useState<{ of: string; drew: Props["toOption"]; said: string; isBusy: boolean } | null>(
    null,
  );
  if (!pictures) return null;
  const said = state?.of === subject ? state : null;
  // A run that goes on is drawn further than its picture.
  const isPast = said?.said === KEPT && said.drew !== toOption;
  const keep = async () => {
    setState({ of: subject, drew: toOption, said: "Drawing…", isBusy: true });
    const refused = await drawPicture(toOption, heightPx).then(
      (picture) => pictures.keep(picture, caption),
      () => "The picture could not be drawn.",
    );
    setState({ of: subject, drew: toOption, said: refused ?? KEPT, isBusy: false });
  };
  return (
    <p className={styles.picture}>
      <button
        type="button"
        disabled={said?.isBusy ?? false}
        onClick={() => void keep()}
        aria-label={`Into the report: ${caption}`}
      >
        Into the report
      </button>{" "}
      <span role="status">{isPast ? "In the report, as it stood then" : said?.said}</span>
    </p>
  );
}
