"use client";

import Link from "next/link";
import { useState } from "react";
import { SUMS } from "@/core/bench/sums";
import { problemsOf } from "@/core/bench/sums/problemsOf";
import { type SumInput } from "@/core/bench/sums/sum.types";
import { QUANTITIES, toSi, type Unit } from "@/core/units/quantities";
import { KeepOnJob } from "./KeepOnJob";
import { type OpenJob } from "./openJobsRepository";
import { SumAnswerPanel } from "./SumAnswerPanel";
import { SumField } from "./SumField";
import styles from "./Sums.module.css";

/** What the page of a sum is given. */
export interface SumPageProps {
  sumId: string;
  /** Figures to begin with instead of the example's, as typed. */
  starts?: Readonly<Record<string, string>>;
  jobs: readonly OpenJob[];
  mayKeep: boolean;
}

/** What stands in a field: as typed, and the unit it is typed in. */
export interface Entry {
  text: string;
  unit: Unit;
}

/** A sum of the bench: fields on the left, and what they come to, worked out as they are typed. */
export function SumPage({ sumId, starts = {}, jobs, mayKeep }: SumPageProps) {
  const sum = SUMS.find(({ id }) => id === sumId)!;
  const [entries, setEntries] = useState(() =>
    Object.fromEntries(sum.inputs.map((input) => [input.id, startOf(input, starts[input.id])])),
  );
  const given = Object.fromEntries(sum.inputs.map(({ id }) => [id, valueOf(entries[id]!)]));
  const problems = problemsOf(sum, given);
  const answer = Object.keys(problems).length === 0 ? sum.compute(given as Record<string, number>) : null;
  return (
    <div className={styles.page}>
      <nav className="panel" aria-label="Sums">
        <h2>Bench sums</h2>
        {SUMS.map(({ id, title }) => (
          <Link key={id} href={`/sums/${id}`} className={styles.sum} aria-current={id === sumId ? "page" : undefined}>
            {title}
          </Link>
        ))}
      </nav>
      <section className="panel stack" aria-label={sum.title}>
        <h1>{sum.question}</h1>
        <div className={styles.fields}>
          {sum.inputs.map((input) => (
            <SumField
              key={input.id}
              input={input}
              entry={entries[input.id]!}
              problem={problems[input.id] ?? null}
              onChange={(entry) => setEntries({ ...entries, [input.id]: entry })}
            />
          ))}
        </div>
        <button
          className={styles.plain}
          onClick={() => setEntries(Object.fromEntries(sum.inputs.map((input) => [input.id, startOf(input)])))}
        >
          back to the example
        </button>
      </section>
      <div className="stack">
        <SumAnswerPanel answer={answer} formula={sum.formula} source={sum.source} />
        {mayKeep && answer && <KeepOnJob sumId={sumId} given={given as Record<string, number>} jobs={jobs} />}
      </div>
    </div>
  );
}

function startOf({ start, quantity }: SumInput, asked?: string): Entry {
  return { text: asked ?? String(start), unit: QUANTITIES[quantity][0] };
}

/** SI value of a field; null when it holds no number. A comma is taken for the decimal point it stands for. */
function valueOf({ text, unit }: Entry): number | null {
  const number = text.trim() === "" ? NaN : Number(text.trim().replace(",", "."));
  return Number.isFinite(number) ? toSi(number, unit) : null;
}
