"use client";

import { Button } from "antd";
import { useState } from "react";
import { VERDICT_SHAPES, verdictClass } from "@/shared/verdictWords";
import { CellBars } from "./CellBars";
import { type PackLine, type PacksPageProps } from "./pack";
import { PackForm } from "./PackForm";
import { PackLog } from "./PackLog";
import shelf from "@/shared/Shelf.module.css";
import styles from "./Packs.module.css";

const WORDS = {
  good: "No reason to retire it",
  watch: "Watch it",
  bad: "Retire it",
  "cannot say": "Cannot say",
} as const;

/** The shelf of packs: what each one's log advises, and behind it the log itself. */
export function PacksPage({ packs, today, mayEdit }: PacksPageProps) {
  const [open, setOpen] = useState<number | "new" | null>(null);
  return (
    <div className="stack">
      <div className={shelf.head}>
        <p className="soft">
          {packs.length === 0
            ? "None yet. Put a pack on the shelf when it is new: its first entry is what later ones are held against."
            : "A pack is held against its own best entries and its label. Open one for its log."}
        </p>
        {mayEdit && (
          <Button type={packs.length === 0 ? "primary" : "default"} onClick={() => setOpen("new")}>
            Add a pack
          </Button>
        )}
      </div>
      {open === "new" && <PackForm pack={null} onSaved={setOpen} onCancel={() => setOpen(null)} />}
      {packs.map((pack) => (
        <section key={pack.id} className={shelf.item} aria-label={pack.label}>
          <button
            className={`${shelf.summary} ${styles.summary}`}
            aria-expanded={pack.id === open}
            onClick={() => setOpen(pack.id === open ? null : pack.id)}
          >
            <Summary pack={pack} />
          </button>
          {pack.id === open && <PackLog key={pack.version} pack={pack} today={today} mayEdit={mayEdit} />}
        </section>
      ))}
    </div>
  );
}

function Summary({ pack }: { pack: PackLine }) {
  const { label, cellCount, chemistry, capacityMah, cRating, isRetired, advice, log } = pack;
  const cells = log.findLast(({ cellsMohm }) => cellsMohm)?.cellsMohm;
  return (
    <>
      <span>
        <strong className={shelf.name}>{label}</strong>
        <span className="soft">
          {cellCount} cells {chemistry}, <span className="number">{capacityMah} mAh</span>
          {cRating !== null && <span className="number">, {cRating} C</span>}
        </span>
      </span>
      <span>{cells && <CellBars mohm={cells} />}</span>
      <span>
        <strong className={isRetired ? "soft" : verdictClass(advice.word)}>
          {isRetired ? "○ Retired" : `${VERDICT_SHAPES[advice.word]} ${WORDS[advice.word]}`}
        </strong>
        <span className="soft">{advice.reasons[advice.word === "bad" ? 1 : 0]}</span>
      </span>
    </>
  );
}
