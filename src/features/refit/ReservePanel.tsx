"use client";

import { Button, Select } from "antd";
import Link from "next/link";
import { useState } from "react";
import { PART_KINDS, type PartKind } from "@/core/craft/partKinds";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { reservePartsAction } from "./refit.action";
import styles from "./Refit.module.css";
import { type ShelfChoice } from "./refitView";

/** Parts of the shelves with this job's name on them, and more to put it on: nobody else takes them meanwhile. */
export function ReservePanel({
  target,
  shelves,
  kinds,
}: {
  target: { jobId: number; version: number };
  shelves: readonly ShelfChoice[];
  /** What this craft has positions for. */
  kinds: readonly PartKind[];
}) {
  const { run, isBusy, failure, reload } = useVerb(reservePartsAction);
  const [chosen, choose] = useState<number | null>(null);
  const ours = shelves.filter((each) => each.ours > 0);
  const free = shelves.filter((each) => each.free > 0 && kinds.includes(each.kind));
  return (
    <section className="panel stack" aria-label="From the shelves">
      <h2>With this job’s name</h2>
      {ours.map(({ id, name, ours: pieces, shelf }) => (
        <div key={id} className={styles.part}>
          <p>
            <strong className="number">{pieces}</strong> {name} {shelf && <span className="soft">shelf {shelf}</span>}
          </p>
          <Button size="small" loading={isBusy} onClick={() => void run({ ...target, itemId: id, pieces: pieces - 1 })}>
            Give one back
          </Button>
        </div>
      ))}
      {free.length > 0 ? (
        <div className="stack">
          <Select
            aria-label="Part on the shelves"
            placeholder="Keep a part for this job"
            value={chosen}
            onChange={choose}
            options={free.map(({ id, name, kind, free: left }) => ({
              value: id,
              label: `${name}, ${PART_KINDS[kind]}: ${left} free`,
            }))}
          />
          <Button
            disabled={chosen === null}
            loading={isBusy}
            onClick={() => {
              const item = free.find(({ id }) => id === chosen);
              if (item) void run({ ...target, itemId: item.id, pieces: item.ours + 1 }, () => choose(null));
            }}
          >
            Keep one
          </Button>
        </div>
      ) : (
        <p className="soft">
          Nothing that fits this craft is free on <Link href="/stock">the shelves</Link>.
        </p>
      )}
      <FailureNotice failure={failure} onReload={reload} />
    </section>
  );
}
