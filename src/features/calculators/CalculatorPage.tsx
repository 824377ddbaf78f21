"use client";

import Link from "next/link";
import { useState } from "react";
import { CALCULATORS } from "@/core/calculators";
import { problemsOf } from "@/core/calculators/problemsOf";
import { type CalculatorInput } from "@/core/calculators/calculator.types";
import { QUANTITIES, toSi } from "@/core/units/quantities";
import { readNumber } from "@/shared/readNumber";
import { KeepOnJob } from "./KeepOnJob";
import { type OpenJob } from "./openJobsRepository";
import { CalculatorAnswerPanel } from "./CalculatorAnswerPanel";
import { CalculatorCurveChart } from "./CalculatorCurveChart";
import { CalculatorField, type Entry } from "./CalculatorField";
import styles from "./Calculators.module.css";

/** What the page of a calculator is given. */
export interface CalculatorPageProps {
  calculatorId: string;
  /** Figures to begin with instead of the example's, as typed. */
  starts?: Readonly<Record<string, string>>;
  jobs: readonly OpenJob[];
  mayKeep: boolean;
}

/** A calculator of the bench: fields on the left, and what they come to, worked out as they are typed. */
export function CalculatorPage({ calculatorId, starts = {}, jobs, mayKeep }: CalculatorPageProps) {
  const calculator = CALCULATORS.find(({ id }) => id === calculatorId)!;
  const [entries, setEntries] = useState(() =>
    Object.fromEntries(calculator.inputs.map((input) => [input.id, startOf(input, starts[input.id])])),
  );
  const given = Object.fromEntries(calculator.inputs.map(({ id }) => [id, valueOf(entries[id]!)]));
  const problems = problemsOf(calculator, given);
  const answer = Object.keys(problems).length === 0 ? calculator.compute(given as Record<string, number>) : null;
  return (
    <div className={styles.page}>
      <nav className="panel" aria-label="Calculators">
        <h2>Calculators</h2>
        {CALCULATORS.map(({ id, title }) => (
          <Link
            key={id}
            href={`/calculators/${id}`}
            className={styles.calculator}
            aria-current={id === calculatorId ? "page" : undefined}
          >
            {title}
          </Link>
        ))}
      </nav>
      <section className="panel stack" aria-label={calculator.title}>
        <h1>{calculator.question}</h1>
        <div className={styles.fields}>
          {calculator.inputs.map((input) => (
            <CalculatorField
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
          onClick={() => setEntries(Object.fromEntries(calculator.inputs.map((input) => [input.id, startOf(input)])))}
        >
          back to the example
        </button>
      </section>
      <div className="stack">
        <CalculatorAnswerPanel answer={answer} formula={calculator.formula} source={calculator.source} />
        {answer && calculator.curve && (
          <CalculatorCurveChart curve={calculator.curve(given as Record<string, number>)} />
        )}
        {mayKeep && answer && (
          <KeepOnJob calculatorId={calculatorId} given={given as Record<string, number>} jobs={jobs} />
        )}
      </div>
    </div>
  );
}

function startOf({ start, quantity }: CalculatorInput, asked?: string): Entry {
  return { text: asked ?? String(start), unit: QUANTITIES[quantity][0] };
}

/** SI value of a field; null when it holds no number. */
function valueOf({ text, unit }: Entry): number | null {
  const number = readNumber(text).value;
  return Number.isFinite(number) ? toSi(number, unit) : null;
}
