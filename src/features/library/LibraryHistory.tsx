"use client";

import { Button } from "antd";
import { useState } from "react";
import { type EntryChange } from "@/core/diagnosis/library/diffLibraries";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { restoreRevisionAction } from "./library.action";
import styles from "./Library.module.css";
import { ChangeList } from "./SavedNotice";

/** A revision as a line. */
export interface RevisionLine {
  id: number;
  when: string;
  personName: string;
  note: string;
  summary: string;
}

/** Who changed what and when; a lead may go back to any of them. */
export function LibraryHistory({
  revision,
  history,
  mayEdit,
}: {
  revision: number;
  history: readonly RevisionLine[];
  mayEdit: boolean;
}) {
  const restore = useVerb(restoreRevisionAction);
  const [diffs, setDiffs] = useState<Readonly<Record<number, EntryChange[] | "failed">>>({});
  const show = async (id: number) => {
    const changes = await fetch(`/api/library/revisions/${id}`)
      .then(async (response) => (response.ok ? ((await response.json()) as EntryChange[]) : ("failed" as const)))
      .catch(() => "failed" as const);
    setDiffs((known) => ({ ...known, [id]: changes }));
  };
  const goBack = (id: number) => void restore.run({ baseRevision: revision, revision: id, note: "" });
  return (
    <div className="stack">
      <FailureNotice failure={restore.failure} onReload={restore.reload} />
      {history.length === 0 && <p className="soft">The library is as it shipped; nobody has changed it yet.</p>}
      <div className="rows">
        {history.map(({ id, when, personName, note, summary }) => {
          const diff = diffs[id];
          return (
            <div key={id}>
              <p>
                <strong>
                  Revision {id}
                  {id === revision && ", in use"}
                </strong>{" "}
                <span className="soft">
                  {when}, {personName}
                </span>
              </p>
              <p>
                {summary}
                {note && <span className="soft"> ({note})</span>}
              </p>
              {diff === "failed" && <p className="bad">The comparison did not arrive; try again.</p>}
              {Array.isArray(diff) && <ChangeList changes={diff} />}
              <p className="row">
                {!Array.isArray(diff) && (
                  <button className={styles.plain} onClick={() => void show(id)}>
                    what changed
                  </button>
                )}
                {mayEdit && id !== revision && (
                  <button className={styles.plain} disabled={restore.isBusy} onClick={() => goBack(id)}>
                    use this one again
                  </button>
                )}
              </p>
            </div>
          );
        })}
      </div>
      {mayEdit && revision !== 0 && (
        <Button loading={restore.isBusy} onClick={() => goBack(0)}>
          Back to the shipped library
        </Button>
      )}
    </div>
  );
}
