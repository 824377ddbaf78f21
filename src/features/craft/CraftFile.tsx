import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { PART_KINDS } from "@/core/craft/partKinds";
import { type Craft } from "./craft";
import styles from "./Craft.module.css";
import { type Position } from "./positionsOf";

/** A craft's sheet: what it is, and each position with its part and every part before. */
export function CraftFile({ craft, positions }: { craft: Craft; positions: readonly Position[] }) {
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
      <section className="panel">
        <h1>{craft.name}</h1>
        <div className="rows">
          {facts.map(([name, value]) => (
            <p key={name}>
              <span className="soft">{name}: </span>
              {value}
            </p>
          ))}
        </div>
      </section>
      <section className="panel">
        <h2>Parts by position</h2>
        <div className="rows">
          {positions.map(({ position, kind, fitted, former }) => (
            <div key={position}>
              <p>
                <strong>{position}</strong>{" "}
                {PART_KINDS[kind] !== position && <span className="soft">{PART_KINDS[kind]}</span>}
                <br />
                {fitted ? (
                  <>
                    {fitted.name} <span className="number">{fitted.serial || "no serial"}</span>{" "}
                    <span className="soft">
                      {fitted.continuousA !== null && `${fitted.continuousA} A, `}since {fitted.since}
                    </span>
                  </>
                ) : (
                  <span className="soft">empty</span>
                )}
              </p>
              {former.map(({ partId, name, serial, span, reason }) => (
                <p key={partId} className={styles.former}>
                  before: {name} <span className="number">{serial || "no serial"}</span>, {span}: {reason}
                </p>
              ))}
            </div>
          ))}
        </div>
      </section>
    </div>
  );
}
