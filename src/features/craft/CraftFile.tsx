import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { formatDate } from "@/shared/format";
import { ChangeSheet } from "./ChangeSheet";
import { type Craft } from "./craft";
import { type CraftChange } from "./craftChangeRepository";
import styles from "./Craft.module.css";
import { CraftPositions } from "./CraftPositions";
import { lacking, type Position } from "./positionsOf";

/** A craft's sheet: what it is, and on its drawing each position with its part and every part before. */
export function CraftFile({
  craft,
  positions,
  changes,
  mayEdit,
}: {
  craft: Craft;
  positions: readonly Position[];
  changes: readonly CraftChange[];
  mayEdit: boolean;
}) {
  const lacks = lacking(positions);
  const facts: [string, string][] = [
    ["Kind", `${CRAFT_KINDS[craft.kind].name}, ${craft.frameClass}`],
    ["Tail number", craft.tailNumber],
    ["Serial", craft.serial || "none"],
    ["All-up mass", `${craft.massG} g`],
    ["Motors and cells", `${craft.motorCount} motors, ${craft.cellCount} cells`],
    ["Owner", craft.owner],
    ["Power-draw baseline", craft.baselineRunId === null ? "none yet" : `run ${craft.baselineRunId}`],
  ];
  return (
    <div className={styles.file}>
      <section className="panel stack">
        <h1>{craft.name}</h1>
        <div className="rows">
          {facts.map(([name, value]) => (
            <p key={name}>
              <span className="soft">{name}: </span>
              {value}
            </p>
          ))}
        </div>
        {lacks.length > 0 && (
          <div>
            <strong className="watch">Lacks</strong>
            <ul>
              {lacks.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
          </div>
        )}
        {mayEdit && <ChangeSheet key={craft.version} craft={craft} positions={positions} />}
        {changes.length > 0 && (
          <details>
            <summary>Changes of the sheet · {changes.length}</summary>
            {changes.map(({ at, personName, changed }) => (
              <p key={at.toISOString()} className={styles.former}>
                {formatDate(at)}, {personName}:{" "}
                {Object.entries(changed)
                  .map(([field, { from, to }]) => `${field} from “${from || "nothing"}” to “${to}”`)
                  .join("; ")}
              </p>
            ))}
          </details>
        )}
      </section>
      <CraftPositions kind={craft.kind} motorCount={craft.motorCount} positions={positions} />
    </div>
  );
}
