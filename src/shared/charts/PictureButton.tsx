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
}

/** Puts a chart as it is now into the job's report; nothing where there is no report. */
export function PictureButton({ toOption, heightPx, caption }: Props) {
  const pictures = use(ReportPicturesContext);
  const [state, setState] = useState<{ of: object; said: string; isBusy: boolean } | null>(null);
  if (!pictures) return null;
  const said = state?.of === toOption ? state : null;
  const keep = async () => {
    setState({ of: toOption, said: "Drawing…", isBusy: true });
    const refused = await drawPicture(toOption, heightPx).then(
      (picture) => pictures.keep(picture, caption),
      () => "The picture could not be drawn.",
    );
    setState({ of: toOption, said: refused ?? "In the report", isBusy: false });
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
      <span role="status">{said?.said}</span>
    </p>
  );
}
