"use client";

import { Input } from "antd";
import { useState } from "react";
import { FATE_WORDS } from "@/core/refit/snapshot/carryOver";
import { FailureNotice } from "@/shared/FailureNotice";
import { FileButton } from "@/shared/FileButton";
import { formatDateTime } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type SettingsData } from "./getWiringRoom";
import styles from "./Wiring.module.css";
import { saveSettingsAction } from "./wiring.action";
import { MOST_SETTINGS_CHARACTERS } from "./wiring.schema";

const TEXTS = ".txt,.cfg,.ini,.conf,.param,.csv,text/plain";

interface Props {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  settings: SettingsData;
  /** What the plan asks of the new board's settings. */
  byPlan: readonly string[];
}

/** The old board's settings: kept before the swap; what goes over, what stays behind, and what changed since the ones before. */
export function SettingsPanel({ target, mayEdit, settings: { kept, newest }, byPlan }: Props) {
  const save = useVerb(saveSettingsAction);
  const [board, setBoard] = useState("");
  const [tooLarge, setTooLarge] = useState("");
  const [first] = kept;
  const take = async ([file]: File[]) => {
    if (!file) return;
    const isTooLarge = file.size > MOST_SETTINGS_CHARACTERS;
    setTooLarge(
      isTooLarge
        ? `${file.name} has ${(file.size / 1e6).toFixed(1)} MB: more than any board's settings. Nothing was stored.`
        : "",
    );
    if (!isTooLarge) void save.run({ ...target, name: file.name, target: board, text: await file.text() });
  };
  return (
    <section className="panel stack" aria-label="Settings">
      <h2>Settings</h2>
      <FailureNotice failure={save.failure} onReload={save.reload} />
      {tooLarge && (
        <p className="bad" role="alert">
          {tooLarge}
        </p>
      )}
      {mayEdit && (
        <>
          <label className={styles.field}>
            <span className={styles.small}>Firmware and target that they were read off</span>
            <Input value={board} maxLength={120} onChange={(event) => setBoard(event.target.value)} />
          </label>
          <FileButton
            label="Keep a settings file"
            accept={TEXTS}
            disabled={save.isBusy}
            onFiles={(files) => void take(files)}
          />
        </>
      )}
      {first ? (
        <p className={styles.small}>
          Newest: <strong>{first.name}</strong>, {first.lineCount} lines{first.target && `, off ${first.target}`}, kept
          by {first.by} on {formatDateTime(first.at)}
          {kept.length > 1 && `; ${kept.length - 1} before`}
        </p>
      ) : (
        <p className="soft">
          Read them off the old board as text, while it still answers: any form with key and value on a line.
        </p>
      )}
      {newest?.problem && <p className="watch">{newest.problem} It is kept as it came.</p>}
      {newest?.carried && first && (
        <>
          <p>
            <strong className="number">{newest.carried.carried}</strong> settings go over,{" "}
            <strong className="number">{newest.carried.left.length}</strong> stay behind.{" "}
            <a className={styles.link} href={`/api/jobs/${target.jobId}/settings/${first.id}`}>
              Lines to apply
            </a>
          </p>
          {newest.carried.secrets.length > 0 && (
            <p className="watch">Secrets, set by hand: {newest.carried.secrets.join(", ")}.</p>
          )}
          {newest.carried.left.length > 0 && (
            <details>
              <summary className={styles.summary}>What stays behind</summary>
              <ul>
                {newest.carried.left.map(({ id, fate }) => (
                  <li key={id}>
                    <span className="number">{id}</span>: {FATE_WORDS[fate]}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </>
      )}
      {newest?.diff && (
        <details>
          <summary className={styles.summary}>
            Against the ones before: {newest.diff.changed.length} changed, {newest.diff.added.length} new,{" "}
            {newest.diff.removed.length} gone
          </summary>
          <ul>
            {newest.diff.changed.map(({ id, before, after }) => (
              <li key={id}>
                <span className="number">{id}</span>: {before} → {after}
              </li>
            ))}
            {newest.diff.added.map(({ id, value }) => (
              <li key={id}>
                <span className="number">{id}</span>: new, {value}
              </li>
            ))}
            {newest.diff.removed.map(({ id, before }) => (
              <li key={id}>
                <span className="number">{id}</span>: gone, was {before}
              </li>
            ))}
          </ul>
        </details>
      )}
      {byPlan.length > 0 && (
        <details>
          <summary className={styles.summary}>What the plan sets · {byPlan.length}</summary>
          <ul>
            {byPlan.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
