import Link from "next/link";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { formatAge, formatDay, formatDayShort } from "@/shared/format";
import { bayName, bayPath } from "../bays/bayRegistry";
import { jobNumber } from "../job";
import { HoleLink } from "./HoleLink";
import { holeState, type PromiseState, promiseState, type Ticket } from "./ticket";
import styles from "./PunchedTicket.module.css";

const HOLE_WORDS = {
  done: "done",
  here: "in hand",
  "came back": "came back from here",
  "left to do": "left to do",
  skipped: "skipped",
} as const;

/**
 * A job as a punched ticket. On the board it opens the job; on the job's own page its holes lead to the bays.
 *
 * Kept to few elements: a board draws dozens of tickets.
 */
export function PunchedTicket({ ticket, now, isOpen = false }: { ticket: Ticket; now: Date; isOpen?: boolean }) {
  const path = bayPath();
  const ids = path.map(({ id }) => id);
  const number = jobNumber(ticket.jobId);
  const href = `/jobs/${number}`;
  const state = ticket.waitingFor ? "waiting" : ticket.cameBackFrom ? "back" : "moving";
  const promise = promiseState(ticket, formatDay(now));
  const stub = (
    <>
      <b>{number}</b>
      {ticket.isUrgent && !ticket.closedAt && <em>urgent</em>}
      {promise === "none" ? (
        formatAge(ticket.receivedAt, ticket.closedAt ?? now)
      ) : (
        <Promised ticket={ticket} state={promise} />
      )}
    </>
  );
  return (
    <article
      className={styles.ticket}
      data-state={state}
      data-promise={promise}
      aria-label={`Job ${number}, ${ticket.craftName}`}
    >
      {isOpen ? (
        <Link prefetch={false} href={`${href}/label`} className={styles.stub} title="Print the label">
          {stub}
        </Link>
      ) : (
        <p className={styles.stub}>{stub}</p>
      )}
      <div className={styles.what}>
        {isOpen ? (
          <strong>{ticket.craftName}</strong>
        ) : (
          <Link prefetch={false} href={href}>
            {ticket.craftName}
          </Link>
        )}{" "}
        <i>
          {CRAFT_KINDS[ticket.kind].name}, {ticket.frameClass}, {ticket.tailNumber.replaceAll("-", "\u2011")}
        </i>
        <p>{ticket.complaint}</p>
      </div>
      <ol className={styles.holes} aria-label={holesText(ticket)}>
        {path.map(({ id, name }, index) => {
          const hole = holeState(ticket, id, ids);
          return (
            <li key={id} data-hole={hole} aria-current={hole === "here" ? "step" : undefined}>
              {isOpen ? (
                <HoleLink href={`${href}/${id}`}>
                  <span>{index + 1} </span>
                  {name}
                </HoleLink>
              ) : (
                name
              )}
            </li>
          );
        })}
      </ol>
      <div className={styles.news}>
        <b>{ticket.waitingFor ? `Waits for ${ticket.waitingFor}` : ticket.headline}</b>
        <p>{detailText(ticket)}</p>
      </div>
    </article>
  );
}

function Promised({ ticket: { promisedOn }, state }: { ticket: Ticket; state: PromiseState }) {
  if (state === "overdue") return <strong>overdue: {formatDayShort(promisedOn!)}</strong>;
  return state === "today" ? <strong>today</strong> : <>for {formatDayShort(promisedOn!)}</>;
}

/** The holes in words, for those who cannot see them. */
function holesText(ticket: Ticket): string {
  const path = bayPath();
  const ids = path.map(({ id }) => id);
  return path.map(({ id, name }) => `${name} ${HOLE_WORDS[holeState(ticket, id, ids)]}`).join(", ");
}

function detailText({ cameBackFrom, closedAt, detail, technicianName }: Ticket): string {
  const back = cameBackFrom && !closedAt ? `came back from ${bayName(cameBackFrom)}; ` : "";
  return `${back}${detail}${technicianName ? ` · ${technicianName}` : ""}`;
}
