"use client";

import { Button, Input, InputNumber } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { randomUuid } from "@/shared/randomUuid";
import { useVerb } from "@/shared/useVerb";
import { type AssessedRun, type RunRange } from "../verdict/assessRun";
import { noteRunAction } from "../bench.action";
import styles from "../Bench.module.css";
import { type Replay } from "./useReplay";

interface Props {
  assessed: AssessedRun;
  range: RunRange;
  onRange: (range: RunRange) => void;
  replay: Replay;
  mayEdit: boolean;
  onNoted: () => void;
}

/** What can be done with a run that is over: play it again, look at a stretch of it, write a remark, take it away as a file. */
export function RunTools({ assessed, range, onRange, replay, mayEdit, onNoted }: Props) {
  const { run, lengthS, notes } = assessed;
  const asked = `from=${range.fromS ?? ""}&to=${range.toS ?? ""}`;
  return (
    <div className="stack">
      <div className="row">
        <Button onClick={replay.atS === null ? replay.play : replay.stop}>
          {replay.atS === null ? "Replay" : "Stop the replay"}
        </Button>
        <label className={styles.inline}>
          from
          <InputNumber
            min={0}
            max={lengthS}
            value={range.fromS}
            placeholder="0"
            aria-label="Stretch from"
            suffix="s"
            onChange={(fromS) => onRange({ ...range, fromS })}
            style={{ width: 92 }}
          />
        </label>
        <label className={styles.inline}>
          to
          <InputNumber
            min={0}
            max={lengthS + 1}
            value={range.toS}
            placeholder={lengthS.toFixed(1)}
            aria-label="Stretch to"
            suffix="s"
            onChange={(toS) => onRange({ ...range, toS })}
            style={{ width: 92 }}
          />
        </label>
        <a href={`/api/runs/${run.id}/csv?${asked}`} download>
          CSV
        </a>
      </div>
      {notes.length > 0 && (
        <ol className={styles.notes}>
          {notes.map(({ atS: at, note: said, by }, place) => (
            <li key={place}>
              <span className="number">{at.toFixed(1)} s</span> {said} <span className="soft">{by}</span>
            </li>
          ))}
        </ol>
      )}
      {mayEdit && <RemarkForm runId={run.id} lengthS={lengthS} onNoted={onNoted} />}
    </div>
  );
}

/** A remark at a moment of the run. */
function RemarkForm({ runId, lengthS, onNoted }: { runId: number; lengthS: number; onNoted: () => void }) {
  const { run: note, isBusy, failure, reload } = useVerb(noteRunAction);
  const [atS, setAtS] = useState<number | null>(null);
  const [text, setText] = useState("");
  const [requestKey, setRequestKey] = useState(randomUuid);
  return (
    <>
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          void note({ runId, atS: atS ?? 0, note: text, requestKey }, () => {
            setText("");
            setRequestKey(randomUuid());
            onNoted();
          });
        }}
      >
        <InputNumber
          min={0}
          max={lengthS}
          value={atS}
          onChange={setAtS}
          placeholder="at"
          suffix="s"
          aria-label="Second of the remark"
          style={{ width: 92 }}
        />
        <Input
          value={text}
          onChange={(event) => setText(event.target.value)}
          placeholder="Remark at this moment"
          aria-label="Remark"
          maxLength={300}
          style={{ flex: 1, minWidth: 120 }}
        />
        <Button htmlType="submit" loading={isBusy} disabled={text.trim() === ""}>
          Note
        </Button>
      </form>
      <FailureNotice failure={failure} onReload={reload} />
    </>
  );
}
