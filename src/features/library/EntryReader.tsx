import { type ReactNode } from "react";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { PART_KINDS } from "@/core/craft/partKinds";
import {
  type Check,
  type FaultMode,
  type Library,
  type PriorFactor,
  type Repair,
  type Symptom,
} from "@/core/diagnosis/library/library.types";
import { type SeenCauses } from "@/core/diagnosis/library/learnedRate";
import { suspectPartName } from "@/core/diagnosis/library/suspectParts";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";
import { formatPercent } from "@/shared/format";
import styles from "./Library.module.css";

interface Props {
  library: Library;
  /** What the shop's own handed-back jobs had, all kinds of craft together. */
  seen: SeenCauses;
  group: EntryGroup;
  id: string;
  /** Goes to another entry. */
  onOpen: (group: EntryGroup, id: string) => void;
}

/** One entry of the library as a page to read, each thing it speaks of a way to that thing's own page. */
export function EntryReader({ group, id, ...rest }: Props) {
  const { library } = rest;
  const find = <T extends { id: string }>(entries: readonly T[]) => entries.find((entry) => entry.id === id);
  const fault = group === "faults" && find(library.faults);
  const symptom = group === "symptoms" && find(library.symptoms);
  const check = group === "checks" && find(library.checks);
  const repair = group === "repairs" && find(library.repairs);
  if (fault) return <FaultPage fault={fault} {...rest} />;
  if (symptom) return <SymptomPage symptom={symptom} {...rest} />;
  if (check) return <CheckPage check={check} {...rest} />;
  if (repair) return <RepairPage repair={repair} {...rest} />;
  return <p className="soft">This entry is not in the library any more.</p>;
}

type Page = Omit<Props, "group" | "id">;

function FaultPage({ fault, library, seen, onOpen }: Page & { fault: FaultMode }) {
  const repair = library.repairs.find((each) => each.id === fault.repair);
  const shows = library.symptoms
    .flatMap((symptom) => {
      const strength = symptom.links[fault.id];
      return strength === undefined ? [] : [{ symptom, strength }];
    })
    .sort((a, b) => b.strength - a.strength);
  const own = new Set(shows.map(({ symptom }) => symptom.id));
  const cases = seen.withFault[fault.id] ?? 0;
  return (
    <>
      <h2 className={styles.title}>{fault.name}</h2>
      <p>{fault.looksLike}</p>
      <dl className={styles.facts}>
        <Fact name="Part">{suspectPartName(fault.part)}</Fact>
        <Fact name="Usual rate">
          <b className="number">{formatPercent(fault.prior)}</b> of complaints ({fault.grade})
        </Fact>
        <Fact name="In this shop">
          {seen.jobs === 0
            ? "no job handed back yet"
            : `${cases} of ${seen.jobs} jobs handed back, ${formatPercent(cases / seen.jobs)}`}
        </Fact>
        <Fact name="Repair">
          {repair ? (
            <Way onClick={() => onOpen("repairs", repair.id)}>
              {repair.name}, {repair.minutes} min
            </Way>
          ) : (
            fault.repair
          )}
        </Fact>
        {fault.craftKinds && <Fact name="Only on">{fault.craftKinds.map(craftKindName).join(", ")}</Fact>}
      </dl>
      {fault.when && fault.when.length > 0 && (
        <ul className={styles.plainList}>
          {fault.when.map((factor, index) => (
            <li key={index}>{factorText(factor)}</li>
          ))}
        </ul>
      )}
      <h3>What it shows</h3>
      {shows.map(({ symptom, strength }) => (
        <Bar
          key={symptom.id}
          name={symptom.whenTrue}
          share={strength}
          note={symptom.linkGrades?.[fault.id] ?? symptom.grade}
          onClick={() => onOpen("symptoms", symptom.id)}
        />
      ))}
      <h3>Checks that tell it</h3>
      <CheckLines checks={library.checks.filter((check) => settles(check, own))} onOpen={onOpen} />
    </>
  );
}

function SymptomPage({ symptom, library, onOpen }: Page & { symptom: Symptom }) {
  const links = Object.entries(symptom.links).sort((a, b) => b[1] - a[1]);
  const nameOf = (id: string) => library.faults.find((fault) => fault.id === id)?.name ?? id;
  return (
    <>
      <h2 className={styles.title}>{symptom.whenTrue}</h2>
      <p className="soft">When it is not so: {symptom.whenFalse}.</p>
      <dl className={styles.facts}>
        <Fact name="With none of these faults">
          <b className="number">{formatPercent(symptom.leak)}</b> ({symptom.grade})
        </Fact>
        {symptom.complaint && <Fact name="At intake">offered as “what was seen”</Fact>}
        {symptom.synonyms && symptom.synonyms.length > 0 && (
          <Fact name="Also called">{symptom.synonyms.join(", ")}</Fact>
        )}
      </dl>
      <h3>Faults that show it, each alone</h3>
      {links.map(([fault, strength]) => (
        <Bar
          key={fault}
          name={nameOf(fault)}
          share={strength}
          note={symptom.linkGrades?.[fault] ?? symptom.grade}
          onClick={() => onOpen("faults", fault)}
        />
      ))}
      <h3>Checks that settle it</h3>
      <CheckLines checks={library.checks.filter((check) => settles(check, new Set([symptom.id])))} onOpen={onOpen} />
    </>
  );
}

function CheckPage({ check, library, onOpen }: Page & { check: Check }) {
  return (
    <>
      <h2 className={styles.title}>{check.title}</h2>
      <dl className={styles.facts}>
        <Fact name="Takes">
          <b className="number">{check.minutes} min</b>, {check.hazard}
        </Fact>
        {check.needs.length > 0 && <Fact name="Needs">{check.needs.join(", ")}</Fact>}
        {check.irreversible && <Fact name="Way back">none: it cannot be undone</Fact>}
      </dl>
      {check.cautions.map((caution) => (
        <p key={caution} className="caution">
          {caution}
        </p>
      ))}
      <ol className={styles.plainList}>
        {check.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <h3>Answers</h3>
      <ul className={styles.plainList}>
        {check.outcomes.map((outcome) => (
          <li key={outcome.id}>
            <strong>{outcome.label}</strong>
            {Object.entries(outcome.sets).map(([symptomId, value]) => {
              const symptom = library.symptoms.find((each) => each.id === symptomId);
              return (
                <div key={symptomId}>
                  <Way onClick={() => onOpen("symptoms", symptomId)}>
                    {(value ? symptom?.whenTrue : symptom?.whenFalse) ?? symptomId}
                  </Way>
                </div>
              );
            })}
          </li>
        ))}
      </ul>
    </>
  );
}

function RepairPage({ repair, library, seen, onOpen }: Page & { repair: Repair }) {
  const faults = library.faults.filter((fault) => fault.repair === repair.id);
  const highest = Math.max(...faults.map(({ prior }) => prior), 0.01);
  return (
    <>
      <h2 className={styles.title}>{repair.name}</h2>
      <dl className={styles.facts}>
        <Fact name="Part">{suspectPartName(repair.part)}</Fact>
        <Fact name="Takes">
          <b className="number">{repair.minutes} min</b>
        </Fact>
        <Fact name="Uses up">
          {repair.parts.length > 0
            ? repair.parts.map((part) => PART_KINDS[part as keyof typeof PART_KINDS] ?? part).join(", ")
            : "nothing"}
        </Fact>
      </dl>
      <h3>Faults that it mends, by how often they come in</h3>
      {faults.map((fault) => (
        <Bar
          key={fault.id}
          name={fault.name}
          share={fault.prior}
          of={highest}
          note={`${seen.withFault[fault.id] ?? 0} here`}
          onClick={() => onOpen("faults", fault.id)}
        />
      ))}
    </>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

/** A way to another entry. */
function Way({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <button className={styles.plain} onClick={onClick}>
      {children}
    </button>
  );
}

/** A share as a bar with its name and how it is known. `of`: what fills the bar. */
function Bar(props: { name: string; share: number; of?: number; note: string; onClick: () => void }) {
  const { name, share, of = 1, note, onClick } = props;
  return (
    <div className={styles.link}>
      <Way onClick={onClick}>{name}</Way>
      <span className={styles.bar} aria-hidden>
        <span style={{ width: `${(share / of) * 100}%` }} />
      </span>
      <span className="number">{formatPercent(share)}</span>
      <small className="soft">{note}</small>
    </div>
  );
}

function CheckLines({ checks, onOpen }: { checks: readonly Check[]; onOpen: Props["onOpen"] }) {
  if (checks.length === 0) return <p className="soft">None: it is known only from what is seen.</p>;
  return (
    <ul className={styles.plainList}>
      {[...checks]
        .sort((a, b) => a.minutes - b.minutes)
        .map(({ id, title, minutes, hazard }) => (
          <li key={id}>
            <Way onClick={() => onOpen("checks", id)}>{title}</Way>{" "}
            <span className="soft">
              {minutes} min, {hazard}
            </span>
          </li>
        ))}
    </ul>
  );
}

function settles({ outcomes }: Check, symptoms: ReadonlySet<string>): boolean {
  return outcomes.some(({ sets }) => Object.keys(sets).some((id) => symptoms.has(id)));
}

function craftKindName(kind: string): string {
  return CRAFT_KINDS[kind as keyof typeof CRAFT_KINDS]?.name ?? kind;
}

/** "6 times as often after a crash, on a quad" */
function factorText({ factor, history = [], phase = [], craftKind = [] }: PriorFactor): string {
  const often =
    factor >= 1
      ? `${Number(factor.toPrecision(2))} times as often`
      : `1/${Number((1 / factor).toPrecision(2))} as often`;
  const parts = [
    history.length > 0 ? `after: ${history.join(", ")}` : "",
    phase.length > 0 ? `at: ${phase.join(", ")}` : "",
    craftKind.length > 0 ? `on: ${craftKind.map(craftKindName).join(", ")}` : "",
  ];
  return [often, ...parts.filter(Boolean)].join(", ");
}
