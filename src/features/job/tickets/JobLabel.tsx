import { type Craft } from "@/features/craft/craft";
import { formatDate } from "@/shared/format";
import { type Job, jobNumber } from "../job";
import styles from "./JobLabel.module.css";
import { PrintButton } from "./PrintButton";

/** The job's label: number, craft, complaint and the QR code that opens it. */
export function JobLabel({ job, craft, address, qrSvg }: { job: Job; craft: Craft; address: string; qrSvg: string }) {
  return (
    <div className="stack">
      <section className={styles.label}>
        {/* The QR code is SVG that this server made. */}
        <div
          className={styles.code}
          role="img"
          aria-label={`QR code of ${address}`}
          dangerouslySetInnerHTML={{ __html: qrSvg }}
        />
        <div>
          <p className={`number ${styles.number}`}>{jobNumber(job.id)}</p>
          <p>
            <strong>{craft.name}</strong> {craft.tailNumber}
          </p>
          <p>{job.complaint}</p>
          <p>{formatDate(job.receivedAt)}, battery out, props off</p>
          <p className={styles.address}>{address}</p>
        </div>
      </section>
      <PrintButton />
    </div>
  );
}
