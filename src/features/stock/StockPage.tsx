"use client";

import { Button } from "antd";
import Link from "next/link";
import { useState } from "react";
import { PART_KINDS } from "@/core/craft/partKinds";
import { jobNumber } from "@/features/job/job";
import { FileButton } from "@/shared/FileButton";
import { formatDate, formatMoney } from "@/shared/format";
import shelf from "@/shared/Shelf.module.css";
import { ShelfImport, useShelfImport } from "./ImportShelves";
import { ItemForm } from "./ItemForm";
import { MoveForm } from "./MoveForm";
import { freePieces, type StockPageProps } from "./stock";
import styles from "./Stock.module.css";

type ShownItem = StockPageProps["items"][number];

/** The shelves: how many of each part are free, whose name is on the others, and what came and went. */
export function StockPage({ items, currency, mayEdit }: StockPageProps) {
  const [open, setOpen] = useState<number | "new" | null>(null);
  const table = useShelfImport();
  const short = items.filter(isShort);
  return (
    <div className="stack">
      <div className={shelf.head}>
        <h1>Shelves</h1>
        <div className="row">
          {items.length > 0 && <a href="/api/stock">As a table</a>}
          {mayEdit && (
            <FileButton label="Take a table in" accept=".csv,text/csv" onFiles={(files) => void table.choose(files)} />
          )}
          {mayEdit && (
            <Button type={items.length === 0 ? "primary" : "default"} onClick={() => setOpen("new")}>
              Add a kind of part
            </Button>
          )}
        </div>
      </div>
      <ShelfImport {...table} />
      {items.length === 0 && (
        <p className="soft">
          Nothing yet. What lies on a shelf here can be fitted in Refit, and counts as a known-good spare in Isolate.
        </p>
      )}
      {short.length > 0 && (
        <p>
          <strong className="bad">To order:</strong>{" "}
          {short.map(({ name, onHand, fewest }) => `${name} (${onHand} of ${fewest})`).join(", ")}.
        </p>
      )}
      {open === "new" && <ItemForm item={null} currency={currency} onSaved={setOpen} onCancel={() => setOpen(null)} />}
      <div className={styles.shelves}>
        {items.map((item) => (
          <section key={item.id} className={shelf.item} aria-label={item.name}>
            <button
              className={`${shelf.summary} ${styles.summary}`}
              aria-expanded={item.id === open}
              onClick={() => setOpen(item.id === open ? null : item.id)}
            >
              <Summary item={item} currency={currency} />
            </button>
            {item.id === open && <Opened key={item.version} item={item} currency={currency} mayEdit={mayEdit} />}
          </section>
        ))}
      </div>
    </div>
  );
}

function isShort({ onHand, fewest }: ShownItem): boolean {
  return onHand < fewest;
}

function Summary({ item, currency }: { item: ShownItem; currency: string }) {
  const { name, kind, shelf: place, continuousA, priceCents, onHand, reserved } = item;
  return (
    <>
      <span className={styles.free}>
        <strong className={isShort(item) ? "bad" : undefined}>{freePieces(item)}</strong>
        <span className="soft">free</span>
      </span>
      <span>
        <strong className={shelf.name}>{name}</strong>
        <span className="soft">
          {PART_KINDS[kind]}
          {continuousA !== null && `, ${continuousA} A`}
        </span>
      </span>
      <span className="soft">{reserved > 0 && `${onHand} on hand, ${reserved} with a job’s name`}</span>
      <span className="soft">
        {place && `Shelf ${place}`}
        <span className="number">{priceCents !== null && formatMoney(priceCents, currency)}</span>
      </span>
    </>
  );
}

function Opened({ item, currency, mayEdit }: { item: ShownItem; currency: string; mayEdit: boolean }) {
  const [form, setForm] = useState<"move" | "label" | null>(null);
  return (
    <div className={shelf.opened}>
      {item.jobs.length > 0 && (
        <p>
          With a job’s name:{" "}
          {item.jobs.map(({ jobId, pieces }) => (
            <Link key={jobId} href={`/jobs/${jobNumber(jobId)}/refit`} className={styles.job}>
              {pieces} for job {jobNumber(jobId)}
            </Link>
          ))}
        </p>
      )}
      {form === "move" && <MoveForm item={item} onDone={() => setForm(null)} />}
      {form === "label" && (
        <ItemForm item={item} currency={currency} onSaved={() => setForm(null)} onCancel={() => setForm(null)} />
      )}
      {mayEdit && form === null && (
        <div className="row">
          <Button type="primary" onClick={() => setForm("move")}>
            Came, or went
          </Button>
          <Button onClick={() => setForm("label")}>Change the label</Button>
        </div>
      )}
      <ul className={styles.moves}>
        {item.moves.map(({ at, by, pieces, note }) => (
          <li key={`${String(at)} ${note}`}>
            <strong className="number">{pieces > 0 ? `+${pieces}` : pieces}</strong> {note}{" "}
            <span className="soft">
              {by}, {formatDate(at)}
            </span>
          </li>
        ))}
        {item.moves.length === 0 && <li className="soft">Nothing came or went yet.</li>}
      </ul>
    </div>
  );
}
