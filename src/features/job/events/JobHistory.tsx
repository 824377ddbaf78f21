import { type Library } from "@/core/diagnosis/library/library.types";
import { formatDateTime } from "@/shared/format";
import { eventText } from "./eventText";
import { type JobEvent } from "./eventKind";

/** The job's history, newest first, folded away until asked for. */
export function JobHistory({ events, library }: { events: readonly JobEvent[]; library: Library }) {
  return (
    <details className="panel no-print">
      <summary>
        <span className="label">History · {events.length} entries</span>
      </summary>
      <ol className="rows" reversed style={{ paddingLeft: 28, marginTop: 10 }}>
        {events.toReversed().map((event) => (
          <li key={event.seq}>
            {eventText(event, library)}
            <br />
            <span className="soft">
              {event.personName}, {formatDateTime(event.at)}
            </span>
          </li>
        ))}
      </ol>
    </details>
  );
}
