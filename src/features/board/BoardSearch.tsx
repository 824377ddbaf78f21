"use client";

import Form from "next/form";
import Link from "next/link";
import { type BayStop } from "@/features/job/bays/bayManifest";
import styles from "./Board.module.css";
import { type BoardQuery, boardHref } from "./boardHref";

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
  people: readonly { id: number; displayName: string }[];
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
        <label className="visually-hidden" htmlFor="board-who">
          Technician
        </label>
        <select
          id="board-who"
          name="who"
          defaultValue={query.technicianId ?? ""}
          onChange={(event) => event.currentTarget.form?.requestSubmit()}
        >
          <option value="">Everybody</option>
          {people.map(({ id, displayName }) => (
            <option key={id} value={id}>
              {displayName}
            </option>
          ))}
        </select>
        {query.bay && <input type="hidden" name="bay" value={query.bay} />}
        {query.closed && <input type="hidden" name="show" value="done" />}
        <button className="visually-hidden">Search</button>
      </Form>
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
