"use client";

import { Select } from "antd";
import { useId } from "react";
import { type CalculatorInput } from "@/core/calculators/calculator.types";
import { fromSi, QUANTITIES, toSi, type Unit } from "@/core/units/quantities";
import { readNumber } from "@/shared/readNumber";
import styles from "./Calculators.module.css";

/** What stands in a field: as typed, and the unit it is typed in. */
export interface Entry {
  text: string;
  unit: Unit;
}

interface Props {
  input: CalculatorInput;
  entry: Entry;
  problem: string | null;
  onChange: (entry: Entry) => void;
}

/** One figure of a calculator, typed in a unit that can be switched, or chosen from a list. */
export function CalculatorField({ input, entry, problem, onChange }: Props) {
  const id = useId();
  const { doubt } = input.options ? { doubt: "" } : readNumber(entry.text);
  const units: readonly Unit[] = QUANTITIES[input.quantity];
  const switchTo = (symbol: string) => {
    const unit = units.find((each) => each.symbol === symbol)!;
    const number = readNumber(entry.text).value;
    const converted = fromSi(toSi(number, entry.unit), unit);
    onChange({ unit, text: Number.isFinite(number) ? String(Number(converted.toPrecision(6))) : entry.text });
  };
  return (
    <div className={styles.field} data-wrong={problem !== null}>
      <label htmlFor={id}>{input.label}</label>
      {input.options ? (
        <Select
          id={id}
          value={entry.text}
          onChange={(text) => onChange({ ...entry, text })}
          options={input.options.map(({ label, value }) => ({ label, value: String(value) }))}
        />
      ) : (
        <span className={styles.typed}>
          <input
            id={id}
            className="number"
            inputMode="decimal"
            value={entry.text}
            aria-invalid={problem !== null}
            aria-describedby={problem ? `${id}-problem` : undefined}
            onChange={(event) => onChange({ ...entry, text: event.target.value })}
          />
          {units.length > 1 ? (
            <Select
              value={entry.unit.symbol}
              onChange={switchTo}
              aria-label={`Unit of ${input.label}`}
              options={units.map(({ symbol }) => ({ value: symbol, label: symbol }))}
            />
          ) : (
            <span className="soft">{entry.unit.symbol}</span>
          )}
        </span>
      )}
      {!problem && doubt && <p className="watch">{doubt}</p>}
      {problem && (
        <p id={`${id}-problem`} className="bad">
          {problem}
        </p>
      )}
    </div>
  );
}
