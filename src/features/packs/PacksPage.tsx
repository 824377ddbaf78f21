"use client";

import { Button } from "antd";
import { useState } from "react";
import { type PacksPageProps } from "./pack";
import { VERDICT_SHAPES, verdictClass } from "@/shared/verdictWords";
import { PackForm } from "./PackForm";
import { PackLog } from "./PackLog";
import list from "@/shared/PickList.module.css";
import styles from "./Packs.module.css";

const WORDS = { good: "no reason to retire it", watch: "watch", bad: "retire", "cannot say": "cannot say" } as const;

/** The packs, what their logs advise, and the log of the one in hand. */
export function PacksPage({ packs, today, mayEdit }: PacksPageProps) {
  const [chosen, choose] = useState<number | "new" | null>(packs[0]?.id ?? null);
  const pack = packs.find(({ id }) => id === chosen) ?? null;
  return (
    <div className={styles.page}>
      <section className="panel stack" aria-label="Packs">
        <h2>Packs</h2>
        {packs.length === 0 && (
          <p className="soft">
            None yet. Put a pack on the list when it is new: its first entry is what later ones are held against.
          </p>
        )}
        <div>
          {packs.map(({ id, label, cellCount, chemistry, capacityMah, isRetired, advice }) => (
            <button key={id} className={list.line} aria-pressed={id === chosen} onClick={() => choose(id)}>
              <strong>{label}</strong>
              <span className={isRetired ? "soft" : verdictClass(advice.word)}>
                {isRetired ? "○ retired" : `${VERDICT_SHAPES[advice.word]} ${WORDS[advice.word]}`}
              </span>
              <span className="soft">
                {cellCount} cells {chemistry}, <span className="number">{capacityMah} mAh</span>
              </span>
            </button>
          ))}
        </div>
        {mayEdit && <Button onClick={() => choose("new")}>Add a pack</Button>}
      </section>
      <div className="stack">
        {pack && <PackLog key={pack.id} pack={pack} today={today} mayEdit={mayEdit} />}
        {(pack || chosen === "new") && mayEdit && (
          <PackForm key={pack ? `${pack.id} ${pack.version}` : "new"} pack={pack} onSaved={choose} />
        )}
      </div>
    </div>
  );
}
