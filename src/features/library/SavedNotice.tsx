import { type EntryChange } from "@/core/diagnosis/library/diffLibraries";
import { type LibraryProblem } from "@/core/diagnosis/library/validateLibrary";
import styles from "./Library.module.css";

const SHOWN = 40;

/** Everything that is wrong, each with its place. Nothing was stored. */
export function ProblemList({ problems }: { problems: readonly LibraryProblem[] }) {
  return (
    <div className={styles.problems} role="alert">
      <strong className="bad">
        Not saved: {problems.length === 1 ? "one thing is wrong" : `${problems.length} things are wrong`}.
      </strong>
      <ul>
        {problems.slice(0, SHOWN).map(({ place, problem }) => (
          <li key={place + problem}>
            <span className="number">{place}</span>: {problem}
          </li>
        ))}
      </ul>
      {problems.length > SHOWN && <p>and {problems.length - SHOWN} more.</p>}
    </div>
  );
}

/** What changed, entry by entry and field by field. */
export function ChangeList({ changes }: { changes: readonly EntryChange[] }) {
  if (changes.length === 0) return <p className="soft">Nothing is different.</p>;
  return (
    <table className={styles.diff}>
      <tbody>
        {changes.slice(0, SHOWN).map(({ group, id, name, kind, fields }) => (
          <tr key={group + id}>
            <td>
              <strong>{kind}</strong> {group.slice(0, -1)}
            </td>
            <td>
              {name} <span className="soft">({id})</span>
              {fields.map(({ field, from, to }) => (
                <div key={field}>
                  <span className="soft">{field}:</span> <del>{from || "nothing"}</del> → <ins>{to || "nothing"}</ins>
                </div>
              ))}
            </td>
          </tr>
        ))}
        {changes.length > SHOWN && (
          <tr>
            <td colSpan={2}>and {changes.length - SHOWN} more entries</td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
