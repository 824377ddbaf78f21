"use client";

import { InputNumber, Select } from "antd";
import { useState } from "react";
import { repairOrReplace } from "@/core/calculators/repairOrReplace";
import { PART_KINDS, type PartKind } from "@/core/craft/partKinds";
import { FOLLOWED_DAYS } from "@/core/refit/typeHistory";
import { formatMoney } from "@/shared/format";
import styles from "./Refit.module.css";
import { type RepairCosts } from "./refitView";

interface Props {
  costs: RepairCosts;
  /** Kinds of parts on this craft, those that are suspected first. */
  kinds: readonly PartKind[];
}

const FIELDS = [
  ["repair", "This repair"],
  ["replace", "A new one, fitted"],
  ["worth", "The craft is worth"],
  ["next", "The next failure"],
] as const;

/** Before ordering: repair or replace, with what was spent so far and how often this type's repairs came back. */
export function RepairOrReplacePanel({ costs, kinds }: Props) {
  const [kind, setKind] = useState(kinds[0]);
  const [given, setGiven] = useState<Partial<Record<(typeof FIELDS)[number][0], number | null>>>({});
  const { followed, failedAgain } = (kind && costs.again[kind]) ?? { followed: 0, failedAgain: 0 };
  const money = (amount: number) => formatMoney(amount * 100, costs.currency);
  const isGiven = FIELDS.every(([id]) => given[id] !== null && given[id] !== undefined);
  const answer = isGiven
    ? repairOrReplace.compute({
        ...(given as Record<string, number>),
        spent: costs.spentCents / 100,
        jobs: followed,
        failed: failedAgain,
      })
    : null;
  return (
    <details className="panel">
      <summary>
        <span className="label">Repair or replace?</span>{" "}
        <span className="soft">spent on repairs so far {money(costs.spentCents / 100)}</span>
      </summary>
      <div className="stack">
        <label className={styles.field}>
          <span className="soft">The part</span>
          <Select
            aria-label="The part"
            value={kind}
            onChange={setKind}
            options={kinds.map((value) => ({ value, label: PART_KINDS[value] }))}
          />
        </label>
        <p className="soft">
          {followed === 0
            ? `None of this type’s repairs is ${FOLLOWED_DAYS} days old yet: the chance that it comes back is not known.`
            : `Of ${followed} fitted on this type in a repair, ${failedAgain} came out again, not sound and not in a crash, within ${FOLLOWED_DAYS} days.`}
        </p>
        <div className={styles.amounts}>
          {FIELDS.map(([id, label]) => (
            <label key={id} className={styles.field}>
              <span className="soft">{label}</span>
              <InputNumber
                min={0}
                max={1e6}
                suffix={costs.currency}
                value={given[id]}
                style={{ width: "100%" }}
                onChange={(value) => setGiven({ ...given, [id]: value })}
              />
            </label>
          ))}
        </div>
        {answer ? (
          <>
            {answer.remarks.map(({ word, text }) => (
              <p key={text} className={word === "note" ? undefined : word}>
                <strong>{text}</strong>
              </p>
            ))}
            {answer.results
              .filter(({ quantity }) => quantity === "money")
              .map(({ label, value }) => (
                <p key={label} className="soft">
                  {label}: <span className="number">{money(value)}</span>
                </p>
              ))}
          </>
        ) : (
          <p className="soft">Give all four amounts.</p>
        )}
      </div>
    </details>
  );
}
