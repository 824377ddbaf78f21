"use client";

import Form from "next/form";
import Link from "next/link";
import { type BayStop } from "@/features/job/bays/bayManifest";
import styles from "./Board.module.css";
import { type BoardQuery, boardHref } from "./boardHref";

interface Technician {
  id: number;
  displayName: string;
}

/** Search box, bays with their counts, technicians, open or done: all in the address, so a view can be kept as a link. */
export function BoardSearch({
  query,
  bays,
  counts,
  people,
  autoFocus,
}: {
  query: BoardQuery;
  /** Bays that jobs stand in. */
  bays: readonly BayStop[];
  counts: Readonly<Record<string, number>>;
  people: readonly Technician[];
  autoFocus: boolean;
}) {
  const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
  return (
    <div className={styles.filters}>
      <Form action="/" className={styles.search} role="search" key={`${query.search}|${query.bay}`}>
        <label className="visually-hidden" htmlFor="board-search">
          Search craft, complaint, serial, job
        </label>
        <input
          id="board-search"
          name="q"
          type="search"
          defaultValue={query.search}
          autoFocus={autoFocus}
          placeholder="Craft, serial, complaint, job …"
        />
        <input type="hidden" name="go" value="1" />
        <kbd>/</kbd>
        {query.technicianId !== null && <input type="hidden" name="who" value={query.technicianId} />}
        {query.bay && <input type="hidden" name="bay" value={query.bay} />}
        {query.closed && <input type="hidden" name="show" value="done" />}
        <button className="visually-hidden">Search</button>
      </Form>
      <Technicians key={boardHref(query)} query={query} people={people} />
      <div className={styles.tabs}>
        <Tab query={query} change={{ bay: null, closed: false }} isHere={!query.bay && !query.closed}>
          All open <b className="number">{total}</b>
        </Tab>
        {bays.map(({ id: bay, name }) => (
          <Tab key={bay} query={query} change={{ bay, closed: false }} isHere={query.bay === bay}>
            {name} <b className="number">{counts[bay] ?? 0}</b>
          </Tab>
        ))}
        <Tab query={query} change={{ bay: null, closed: true }} isHere={query.closed}>
          Handed back
        </Tab>
      </div>
    </div>
  );
}

function Tab(props: { query: BoardQuery; change: Partial<BoardQuery>; isHere: boolean; children: React.ReactNode }) {
  const { query, change, isHere, children } = props;
  return (
    <Link href={boardHref({ ...query, ...change })} className={styles.tab} aria-current={isHere ? "true" : undefined}>
      {children}
    </Link>
  );
}

/** Whose jobs are shown: a list that folds down, each name a link like the bays. */
function Technicians({ query, people }: { query: BoardQuery; people: readonly Technician[] }) {
  const chosen = people.find(({ id }) => id === query.technicianId);
  return (
    <details className={styles.technicians}>
      <summary>
        <span className="visually-hidden">Technician: </span>
        {chosen?.displayName ?? "Everybody"}
      </summary>
      <div className="panel">
        {[{ id: null, displayName: "Everybody" }, ...people].map(({ id, displayName }) => (
          <Tab key={id} query={query} change={{ technicianId: id }} isHere={id === query.technicianId}>
            {displayName}
          </Tab>
        ))}
      </div>
    </details>
  );
}
