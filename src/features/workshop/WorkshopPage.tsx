"use client";

import { Button } from "antd";
import Link from "next/link";
import { useState } from "react";
import { PART_KIND_LIST, PART_KINDS } from "@/core/craft/partKinds";
import { TOOLS } from "@/core/diagnosis/library/tools";
import { formatMoney } from "@/shared/format";
import styles from "./Workshop.module.css";
import { WorkshopForm } from "./WorkshopForm";
import { type WorkshopPageProps } from "./workshopValues";

/** What there is to check with, what things cost, and whether the shop learns: a page to read, that a lead can change. */
export function WorkshopPage(props: WorkshopPageProps) {
  const [isChanging, setChanging] = useState(false);
  const { mayEdit } = props;
  if (isChanging) return <WorkshopForm key={props.version} {...props} onDone={() => setChanging(false)} />;
  return (
    <div className="stack">
      <div className={styles.head}>
        <p className="soft">
          The next best check depends on this page: what is at hand, and what time and parts cost.
          {!mayEdit && " A lead can change it."}
        </p>
        {mayEdit && <Button onClick={() => setChanging(true)}>Change the workshop</Button>}
      </div>
      <Sheet {...props} />
    </div>
  );
}

function Sheet({ content, checksByTool, checksBySpare, onShelves, learned }: WorkshopPageProps) {
  const money = (cents: number) => formatMoney(cents, content.currency);
  const priced = PART_KIND_LIST.filter((kind) => content.partCents[kind] !== undefined);
  return (
    <div className={styles.page}>
      <Shelf
        title="Tools at hand"
        items={TOOLS.map((tool) => ({ name: tool, isHere: content.tools.includes(tool), checks: checksByTool[tool] }))}
      />
      <Shelf
        title="Known-good spares"
        items={PART_KIND_LIST.map((kind) => ({
          name: onShelves.includes(kind) ? `${PART_KINDS[kind]}, on a shelf` : PART_KINDS[kind],
          isHere: content.spares.includes(kind) || onShelves.includes(kind),
          checks: checksBySpare[kind],
        }))}
      />
      <section className="panel stack" aria-label="Prices">
        <h2>Prices</h2>
        <table className={styles.prices}>
          <tbody>
            <Price name="An hour of work" text={money(content.labourCentsPerHour)} />
            <Price name="Test after a repair" text={`${content.retestMinutes} min`} />
            <Price name="Proofs of a new part" text={`${content.proofMinutes} min`} />
            <Price name="What a fault that is never found costs" text={money(content.givenUpCents)} />
            {priced.map((kind) => (
              <Price key={kind} name={PART_KINDS[kind]} text={money(content.partCents[kind]!)} />
            ))}
          </tbody>
        </table>
      </section>
      <section className="panel stack" aria-label="The shop">
        <h2>The shop</h2>
        <p>
          <strong>{content.shopName || "No name yet"}</strong>
        </p>
        <p className="soft">
          Clock: {content.timeZone || "that of its computer"}. Reports on {content.paper === "A4" ? "A4" : "Letter"}.
          Money in {content.currency}.
        </p>
      </section>
      <section className="panel stack" aria-label="Learning">
        <h2>Learning</h2>
        <p>
          {content.isLearning
            ? "Handed-back jobs move the usual rates of their kind of craft, and how strongly a fault shows."
            : "Rates and links are the library's alone: learning is switched off."}
        </p>
        {learned.length > 0 ? (
          <ul className={styles.learned}>
            {learned.map(({ kind, jobs }) => (
              <li key={kind}>
                {kind}: <span className="number">{jobs}</span> {jobs === 1 ? "job" : "jobs"}
              </li>
            ))}
          </ul>
        ) : (
          <p className="soft">No job has been handed back yet.</p>
        )}
        <p>
          <Link href="/library/learned">What was learned, and from which jobs</Link>
        </p>
        <p className="soft">A wrongly closed job is taken out on its Hand back page.</p>
      </section>
    </div>
  );
}

function Price({ name, text }: { name: string; text: string }) {
  return (
    <tr>
      <td>{name}</td>
      <td className="number">{text}</td>
    </tr>
  );
}

/** What is here, and what is not, with how many checks wait for it. */
function Shelf(props: {
  title: string;
  items: readonly { name: string; isHere: boolean; checks: number | undefined }[];
}) {
  const here = props.items.filter(({ isHere }) => isHere);
  const away = props.items
    .filter(({ isHere, checks }) => !isHere && (checks ?? 0) > 0)
    .sort((a, b) => (b.checks ?? 0) - (a.checks ?? 0));
  const waiting = away.reduce((sum, { checks }) => sum + (checks ?? 0), 0);
  return (
    <section className="panel stack" aria-label={props.title}>
      <h2>{props.title}</h2>
      {here.length > 0 ? (
        <ul className={styles.shelf}>
          {here.map(({ name }) => (
            <li key={name}>{name}</li>
          ))}
        </ul>
      ) : (
        <p className="soft">None.</p>
      )}
      {away.length > 0 && (
        <>
          <p className="watch">▲ {waiting === 1 ? "1 check waits" : `${waiting} checks wait`} for what is not here:</p>
          <ul className={styles.shelf}>
            {away.map(({ name, checks }) => (
              <li key={name} className="soft">
                {name} <span className="number">· {checks}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
