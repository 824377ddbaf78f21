import Link from "next/link";
import { bayName, bayPath } from "@/features/job/bays/bayRegistry";
import { jobNumber } from "@/features/job/job";
import { type Ticket } from "@/features/job/tickets/ticket";
import { PunchedTicket } from "@/features/job/tickets/PunchedTicket";
import { formatWeekday } from "@/shared/format";
import { type BoardQuery, boardHref } from "./boardHref";
import { BoardSearch } from "./BoardSearch";
import styles from "./Board.module.css";
import { toAfterKey } from "./boardFilter";
import { type Board } from "./getBoard";

/** The board: the next thing first, then the tickets on the bench, then those that wait. */
export function BoardView({
  board,
  query,
  now,
  isFocused,
}: {
  board: Board;
  query: BoardQuery;
  now: Date;
  isFocused: boolean;
}) {
  const { tickets, nextStep, nextAfter } = board;
  const groups: [string, Ticket[]][] = query.closed
    ? [["Handed back", tickets]]
    : [
        ["On the bench", tickets.filter(({ waitingFor }) => !waitingFor)],
        ["Waiting", tickets.filter(({ waitingFor }) => waitingFor)],
      ];
  return (
    <div className={styles.board}>
      <header className={styles.head}>
        <h1>{formatWeekday(now)}&rsquo;s board</h1>
        <Link href="/receive" className={styles.receive}>
          Receive a craft <kbd>R</kbd>
        </Link>
      </header>
      {nextStep && !query.closed && (
        <Link href={`/jobs/${jobNumber(nextStep.jobId)}/${nextStep.bay}`} className={styles.next}>
          <span className="label">Your next thing</span>
          <strong>
            {nextStep.craftName} <span className="number">{jobNumber(nextStep.jobId)}</span>: {nextStep.step}
          </strong>
          <span className="soft">
            {bayName(nextStep.bay)}, {nextStep.worth}
          </span>
        </Link>
      )}
      <BoardSearch
        query={query}
        bays={bayPath().filter(({ id }, place) => place > 0 || board.openByBay[id])}
        counts={board.openByBay}
        people={board.people}
        autoFocus={isFocused}
      />
      {groups
        .filter(([, group]) => group.length > 0)
        .map(([title, group]) => (
          <section key={title} className={styles.group}>
            <h2 className="label">
              {title} · {group.length}
              {nextAfter ? " on this page" : ""}
            </h2>
            {group.map((ticket) => (
              <PunchedTicket key={ticket.jobId} ticket={ticket} now={now} />
            ))}
          </section>
        ))}
      {tickets.length === 0 && <EmptyBoard query={query} />}
      {nextAfter && (
        <Link href={boardHref(query, toAfterKey(nextAfter))} className={styles.more}>
          Further tickets
        </Link>
      )}
    </div>
  );
}

function EmptyBoard({ query }: { query: BoardQuery }) {
  const isFiltered = query.search || query.bay || query.technicianId !== null;
  return (
    <section className="panel stack">
      <p>
        <strong>
          {isFiltered ? "No ticket fits." : query.closed ? "Nothing was handed back yet." : "The bench is empty."}
        </strong>
      </p>
      <p>
        {isFiltered ? (
          <Link href="/">Show all open jobs</Link>
        ) : (
          <>
            A job is a ticket: it goes through six bays, from Receive to Hand back, and each hole is punched when its
            bay is done. <Link href="/receive">Receive the first craft.</Link>
          </>
        )}
      </p>
    </section>
  );
}
