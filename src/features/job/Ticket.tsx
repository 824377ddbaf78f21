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

/**
 * A job as a punched ticket. On the board it opens the job; on the job's own page its holes lead to the bays.
 *
 * Kept to few elements: a board draws dozens of tickets.
 */
export function Ticket({ strip, now, isOpen = false }: { strip: Strip; now: Date; isOpen?: boolean }) {
  const number = jobNumber(strip.jobId);
  const href = `/jobs/${number}`;
  const state = strip.waitingFor ? "waiting" : strip.cameBackFrom ? "back" : "moving";
  const stub = (
    <>
      <b>{number}</b>
      {formatAge(strip.receivedAt, strip.closedAt ?? now)}
    </>
  );
  return (
    <article className={styles.ticket} data-state={state} aria-label={`Job ${number}, ${strip.craftName}`}>
      {isOpen ? (
        <Link prefetch={false} href={`${href}/label`} className={styles.stub} title="Print the label">
          {stub}
        </Link>
      ) : (
        <p className={styles.stub}>{stub}</p>
      )}
      <div className={styles.what}>
        {isOpen ? (
          <strong>{strip.craftName}</strong>
        ) : (
          <Link prefetch={false} href={href}>
            {strip.craftName}
          </Link>
        )}{" "}
        <i>
          {CRAFT_KINDS[strip.kind].name}, {strip.frameClass}, {strip.tailNumber.replaceAll("-", "\u2011")}
        </i>
        <p>{strip.complaint}</p>
      </div>
      <ol className={styles.holes} aria-label={holesText(strip)}>
        {BAYS.map((bay, index) => {
          const hole = holeState(strip, bay);
          return (
            <li key={bay} data-hole={hole} aria-current={hole === "here" ? "step" : undefined}>
              {isOpen ? (
                <Link prefetch={false} href={`${href}/${bay}`}>
                  <span>{index + 1} </span>
                  {BAY_NAMES[bay]}
                </Link>
              ) : (
                BAY_NAMES[bay]
              )}
            </li>
          );
        })}
      </ol>
      <div className={styles.news}>
        <b>{strip.waitingFor ? `Waits for ${strip.waitingFor}` : strip.headline}</b>
        <p>{detailText(strip)}</p>
      </div>
    </article>
  );
}

/** The holes in words, for those who cannot see them. */
function holesText(strip: Strip): string {
  return BAYS.map((bay) => `${BAY_NAMES[bay]} ${HOLE_WORDS[holeState(strip, bay)]}`).join(", ");
}

function detailText({ cameBackFrom, closedAt, detail, technicianName }: Strip): string {
  const back = cameBackFrom && !closedAt ? `came back from ${BAY_NAMES[cameBackFrom]}; ` : "";
  return `${back}${detail}${technicianName ? ` · ${technicianName}` : ""}`;
}
