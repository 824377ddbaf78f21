import { type Strip } from "./strip";
import { Ticket } from "./Ticket";

/** A craft's visits to the shop. */
export function Visits({ strips, now }: { strips: readonly Strip[]; now: Date }) {
  return (
    <section className="stack">
      <h2 className="label">Visits · {strips.length}</h2>
      {strips.map((strip) => (
        <Ticket key={strip.jobId} strip={strip} now={now} />
      ))}
      {strips.length === 0 && <p className="soft">It has not been here yet.</p>}
    </section>
  );
}
