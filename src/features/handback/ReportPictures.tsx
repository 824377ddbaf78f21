"use client";

import { Button } from "antd";
import { leaveOutPictureAction } from "@/features/job/pictures/picture.action";
import { type ReportPicture } from "@/features/job/pictures/reportPictureRepository";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import styles from "./Handback.module.css";

interface Props {
  target: { jobId: number; version: number };
  number: string;
  pictures: readonly ReportPicture[];
  mayEdit: boolean;
}

/** The pictures behind the report's page; those that an owner need not see are left out again. */
export function ReportPictures({ target, number, pictures, mayEdit }: Props) {
  const { run, isBusy, failure, reload } = useVerb(leaveOutPictureAction);
  if (pictures.length === 0)
    return mayEdit ? (
      <p className="soft">
        Any chart of the bench or the log lab can go behind this page: “Into the report” stands under each.
      </p>
    ) : null;
  return (
    <div className="stack">
      <h3 className="label">Pictures</h3>
      <ul className={styles.pictures}>
        {pictures.map(({ id, caption }) => (
          <li key={id}>
            {/* eslint-disable-next-line @next/next/no-img-element -- drawn by the page itself, of the size that it has */}
            <img src={`/api/jobs/${number}/pictures/${id}`} alt={caption} />
            <span>{caption}</span>
            {mayEdit && (
              <Button
                disabled={isBusy}
                aria-label={`Leave out: ${caption}`}
                onClick={() => void run({ ...target, pictureId: id })}
              >
                Leave out
              </Button>
            )}
          </li>
        ))}
      </ul>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
