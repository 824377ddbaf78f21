import { type Ticket } from "./ticket";
import { PunchedTicket } from "./PunchedTicket";

/** A craft's visits to the shop. */
export function Visits({ tickets, now }: { tickets: readonly Ticket[]; now: Date }) {
  return (
    <section className="stack">
      <h2 className="label">Visits · {tickets.length}</h2>
      {tickets.map((ticket) => (
        <PunchedTicket key={ticket.jobId} ticket={ticket} now={now} />
      ))}
      {tickets.length === 0 && <p className="soft">It has not been here yet.</p>}
    </section>
  );
}
