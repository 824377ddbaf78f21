import Link from "next/link";
import { CRAFT_KINDS } from "@/core/refit/craftKinds";
import { formatAge } from "@/shared/format";
import { BAY_NAMES, BAYS } from "./bays";
import { jobNumber } from "./job";
import { holeState, type Strip } from "./strip";
import styles from "./Ticket.module.css";

const HOLE_WORDS = {
  done: "done",
  here: "in hand",
  "came back": "came back from here",
  "left to do": "left to do",
} as const;

/** A job as a punched ticket. On the board it opens the job; on the job's own page its holes lead to the bays. */
export function Ticket({ strip, now, isOpen = false }: { strip: Strip; now: Date; isOpen?: boolean }) {
  const number = jobNumber(strip.jobId);
  const href = `/jobs/${number}`;
  const state = strip.waitingFor ? "waiting" : strip.cameBackFrom ? "back" : "moving";
  return (
    <article className={styles.ticket} data-state={state} aria-label={`Job ${number}, ${strip.craftName}`}>
      <Link
        href={isOpen ? `${href}/label` : href}
        className={styles.stub}
        title={isOpen ? "Print the label" : undefined}
      >
        <span className={styles.number}>{number}</span>
        <span className={styles.age}>{formatAge(strip.receivedAt, strip.closedAt ?? now)}</span>
      </Link>
      <div className={styles.what}>
        <p>
          {isOpen ? (
            <strong>{strip.craftName}</strong>
          ) : (
            <Link prefetch={false} href={href} className={styles.open}>
              {strip.craftName}
            </Link>
          )}
          <span className="soft">
            {" "}
            · {CRAFT_KINDS[strip.kind].name}, {strip.frameClass} ·{" "}
            <span className={styles.tail}>{strip.tailNumber}</span>
          </span>
        </p>
        <p className={styles.complaint}>{strip.complaint}</p>
      </div>
      <ol className={styles.holes}>
        {BAYS.map((bay, index) => {
          const hole = holeState(strip, bay);
          const inside = (
            <>
              <span className={styles.hole} data-hole={hole} />
              <span className={styles.bay}>
                {isOpen && `${index + 1} `}
                {BAY_NAMES[bay]}
              </span>
              <span className="visually-hidden">, {HOLE_WORDS[hole]}</span>
            </>
          );
          return (
            <li key={bay} aria-current={hole === "here" ? "step" : undefined}>
              {isOpen ? (
                <Link prefetch={false} href={`${href}/${bay}`}>
                  {inside}
                </Link>
              ) : (
                inside
              )}
            </li>
          );
        })}
      </ol>
      <div className={styles.news}>
        <p className={styles.headline}>{strip.waitingFor ? `Waits for ${strip.waitingFor}` : strip.headline}</p>
        <p className={styles.detail}>
          {strip.cameBackFrom && !strip.closedAt ? `came back from ${BAY_NAMES[strip.cameBackFrom]}; ` : ""}
          {strip.detail}
          {strip.technicianName && ` · ${strip.technicianName}`}
        </p>
      </div>
    </article>
  );
}
