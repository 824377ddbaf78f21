"use client";

import { Button, Input } from "antd";
import Link from "next/link";
import { useRef, useState } from "react";
import { type SeenCauses } from "@/core/diagnosis/library/learnedRate";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";
import { QueryProvider } from "@/shared/QueryProvider";
import { EntryReader } from "./EntryReader";
import { EntryEditor } from "./EntryEditor";
import { type EntryLine, linesOf, withWords } from "./entryLines";
import styles from "./Library.module.css";
import { LibraryFile } from "./LibraryFile";
import { LibraryHistory, type RevisionLine } from "./LibraryHistory";
import { useLibrary } from "./useLibrary";

/** What the library page is given. */
export interface LibraryPageProps {
  version: string;
  /** Entries of each kind. */
  counts: Readonly<Record<EntryGroup, number>>;
  /** The list as it is first shown; what stands in the entries comes behind it, for it is four times as much. */
  faults: readonly Omit<EntryLine, "words">[];
  /** What the shop's own jobs had. */
  seen: SeenCauses;
  revision: number;
  generatedChecks: number;
  history: readonly RevisionLine[];
  mayEdit: boolean;
}

const GROUPS: readonly { id: EntryGroup; name: string }[] = [
  { id: "faults", name: "Fault modes" },
  { id: "checks", name: "Checks" },
  { id: "symptoms", name: "Symptoms" },
  { id: "repairs", name: "Repairs" },
];

/** The fault library: found by a word, read by all, changed by a lead, with its history. */
export function LibraryPage(props: LibraryPageProps) {
  return (
    <QueryProvider>
      <Entries {...props} />
    </QueryProvider>
  );
}

/** What stands where the entries are not there yet. */
function Waits({ message, onAgain }: { message: string | null; onAgain: () => void }) {
  if (message === null)
    return (
      <p role="status" className="soft">
        The entries are being fetched …
      </p>
    );
  return (
    <div role="alert" className="stack">
      <p>The entries did not come: {message}</p>
      <Button onClick={onAgain}>Fetch them again</Button>
    </div>
  );
}

function Entries({ version, counts, faults, seen, revision, generatedChecks, history, mayEdit }: LibraryPageProps) {
  const [group, setGroup] = useState<EntryGroup>("faults");
  const [search, setSearch] = useState("");
  const [chosen, choose] = useState<{ id: string | null } | null>(null);
  const [isChanging, setChanging] = useState(false);
  const [side, setSide] = useState<Side>("entry");
  const right = useRef<HTMLElement>(null);
  const loaded = useLibrary(revision);
  const library = loaded.data ?? null;
  const open = (id: string | null) => {
    choose({ id });
    setChanging(id === null);
    setSide("entry");
    right.current?.scrollIntoView({ block: "nearest" }); // on a phone it lies below the list
  };
  const waits = <Waits message={loaded.error?.message ?? null} onAgain={() => void loaded.refetch()} />;
  return (
    <div className={styles.page}>
      <section className="panel stack" aria-label="Entries">
        <h2>
          Library {version}
          {revision > 0 && `, revision ${revision}`}
        </h2>
        <Kinds
          {...{ group, counts }}
          onGroup={(id) => {
            setGroup(id);
            choose(null);
          }}
        />
        {group === "checks" && (
          <p className="soft">
            {generatedChecks} more are generated for each craft: trying a spare, swapping two parts, cutting a part out.
          </p>
        )}
        {library || group === "faults" ? (
          <EntryList
            lines={library ? linesOf(library, group) : faults.map(withWords)}
            chosenId={chosen?.id}
            {...{ search, setSearch, mayEdit }}
            onOpen={open}
          />
        ) : (
          waits
        )}
      </section>
      <section ref={right} className="panel stack" aria-label="Entry, history and files">
        <Sides side={side} revisions={history.length} onSide={setSide} />
        {side === "entry" &&
          (!chosen ? (
            <p className="soft">
              Pick an entry on the left. Every probability carries a grade: measured, trade judgement or guess.
              {!mayEdit && " A lead can change entries."}
            </p>
          ) : !library ? (
            waits
          ) : (
            <EntryInHand
              key={`${group}-${chosen.id}-${revision}`}
              {...{ library, revision, seen, group, mayEdit, isChanging, setChanging }}
              id={chosen.id}
              onClose={() => choose(null)}
              onOpen={(to, id) => {
                setGroup(to);
                setSearch("");
                open(id);
              }}
            />
          ))}
        {side === "history" && <LibraryHistory revision={revision} history={history} mayEdit={mayEdit} />}
        {side === "file" && <LibraryFile revision={revision} mayEdit={mayEdit} />}
      </section>
    </div>
  );
}

function Kinds({
  group,
  counts,
  onGroup,
}: {
  group: EntryGroup;
  counts: LibraryPageProps["counts"];
  onGroup: (group: EntryGroup) => void;
}) {
  return (
    <div className={styles.groups} role="group" aria-label="Kind of entry">
      {GROUPS.map(({ id, name }) => (
        <button key={id} className={styles.group} aria-pressed={id === group} onClick={() => onGroup(id)}>
          {name} · {counts[id]}
        </button>
      ))}
    </div>
  );
}

/** One entry, read or changed; null is a new one. */
function EntryInHand({
  library,
  revision,
  seen,
  group,
  id,
  mayEdit,
  isChanging,
  setChanging,
  onClose,
  onOpen,
}: Pick<LibraryPageProps, "revision" | "seen" | "mayEdit"> & {
  library: Library;
  group: EntryGroup;
  id: string | null;
  isChanging: boolean;
  setChanging: (isChanging: boolean) => void;
  onClose: () => void;
  onOpen: (group: EntryGroup, id: string) => void;
}) {
  if (id === null || isChanging)
    return (
      <EntryEditor
        {...{ library, revision, group, id }}
        onDone={() => (id === null ? onClose() : setChanging(false))}
      />
    );
  return (
    <>
      <EntryReader {...{ library, seen, group, id, onOpen }} />
      {mayEdit && (
        <p>
          <Button onClick={() => setChanging(true)}>Change this entry</Button>
        </p>
      )}
    </>
  );
}

/** The entries of a kind, found by a word. */
function EntryList({
  lines,
  chosenId,
  search,
  setSearch,
  mayEdit,
  onOpen,
}: {
  lines: readonly EntryLine[];
  chosenId: string | null | undefined;
  search: string;
  setSearch: (search: string) => void;
  mayEdit: boolean;
  /** Null for a new entry. */
  onOpen: (id: string | null) => void;
}) {
  const words = search.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const found = lines.filter(({ words: text }) => words.every((word) => text.includes(word)));
  return (
    <>
      <Input
        id="board-search"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        placeholder="Search by a word"
        aria-label="Search the library"
        allowClear
      />
      {mayEdit && <Button onClick={() => onOpen(null)}>Add an entry</Button>}
      <div className={styles.list}>
        {found.map(({ id, title, detail }) => (
          <button key={id} className={styles.entry} aria-current={chosenId === id} onClick={() => onOpen(id)}>
            {title}
            <small>{detail}</small>
          </button>
        ))}
        {found.length === 0 && <p className="soft">No entry has this word.</p>}
      </div>
    </>
  );
}

type Side = "entry" | "history" | "file";

/** What is shown on the right. */
function Sides({ side, revisions, onSide }: { side: Side; revisions: number; onSide: (side: Side) => void }) {
  const names: Readonly<Record<Side, string>> = {
    entry: "Entry",
    history: `History · ${revisions}`,
    file: "Export and import",
  };
  return (
    <div className={styles.groups} role="group" aria-label="Shown on the right">
      {(Object.keys(names) as Side[]).map((each) => (
        <button key={each} className={styles.group} aria-pressed={side === each} onClick={() => onSide(each)}>
          {names[each]}
        </button>
      ))}
      <Link href="/library/learned" className={styles.group}>
        What the shop learned
      </Link>
    </div>
  );
}
