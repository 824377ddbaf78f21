"use client";

import { Input } from "antd";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { FATE_WORDS } from "@/core/refit/snapshot/carryOver";
import { type ActionFailure } from "@/shared/actionResult";
import { FailureNotice } from "@/shared/FailureNotice";
import { FileButton } from "@/shared/FileButton";
import { formatDateTime } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type SettingsData } from "../getWiringRoom";
import styles from "../Wiring.module.css";
import { saveSettingsAction } from "../wiring.action";
import { isKeptAsItIs, textOfFile } from "./settingsLimits";

const FILES = ".txt,.cfg,.ini,.conf,.param,.csv,.bin,.hex,.dump,.zip,text/plain,application/octet-stream";

interface Props {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  settings: SettingsData;
  /** What the plan asks of the new board's settings. */
  byPlan: readonly string[];
}

/** The old board's settings: kept before the swap; what goes over, what stays behind, and what changed since the ones before. */
export function SettingsPanel({ target, mayEdit, settings: { kept, files, newest }, byPlan }: Props) {
  const [first] = kept;
  return (
    <section className="panel stack" aria-label="Settings">
      <h2>Settings</h2>
      <KeepSettings target={target} mayEdit={mayEdit} />
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
      {files.length > 0 && <UnreadFiles jobId={target.jobId} files={files} />}
      {newest?.problem && <p className="watch">{newest.problem} It is kept as it came.</p>}
      {newest?.carried && first && (
        <Carried carried={newest.carried} href={`/api/jobs/${target.jobId}/settings/${first.id}`} />
      )}
      {newest?.diff && <Differences diff={newest.diff} />}
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

/** Takes a file in: as text where it can be read, else as it came. */
function KeepSettings({ target, mayEdit }: Pick<Props, "target" | "mayEdit">) {
  const save = useVerb(saveSettingsAction);
  const [board, setBoard] = useState("");
  const [problem, setProblem] = useState("");
  const router = useRouter();
  const take = async ([file]: File[]) => {
    setProblem("");
    if (!file) return;
    if (!(await isKeptAsItIs(file)))
      return void save.run({ ...target, name: file.name, target: board, text: await textOfFile(file) });
    const query = new URLSearchParams({ name: file.name, target: board });
    const answer = await fetch(`/api/jobs/${target.jobId}/settings-files?${query.toString()}`, {
      method: "POST",
      body: file,
    }).catch(() => null);
    if (answer?.ok) router.refresh();
    else
      setProblem(answer ? ((await answer.json()) as ActionFailure).message : `${file.name} did not reach the server.`);
  };
  return (
    <>
      <FailureNotice failure={save.failure} onReload={save.reload} />
      {problem && (
        <p className="bad" role="alert">
          {problem}
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
            accept={FILES}
            disabled={save.isBusy}
            onFiles={(files) => void take(files)}
          />
        </>
      )}
    </>
  );
}

function UnreadFiles({ jobId, files }: { jobId: number; files: SettingsData["files"] }) {
  return (
    <div>
      <p className="watch">Kept as they came; nothing could be read out of them:</p>
      <ul>
        {files.map(({ id, name, target: off, byteCount, by, at }) => (
          <li key={id}>
            <a className={styles.link} href={`/api/jobs/${jobId}/settings-files/${id}`}>
              {name}
            </a>
            , {(byteCount / 1e6).toFixed(2)} MB{off && `, off ${off}`}, {by} on {formatDateTime(at)}
          </li>
        ))}
      </ul>
    </div>
  );
}

type Newest = NonNullable<SettingsData["newest"]>;

/** What goes over to the new board, and what does not. */
function Carried({
  carried: { carried, left, secrets },
  href,
}: {
  carried: NonNullable<Newest["carried"]>;
  /** Of the lines to apply. */
  href: string;
}) {
  return (
    <>
      <p>
        <strong className="number">{carried}</strong> settings go over,{" "}
        <strong className="number">{left.length}</strong> stay behind.{" "}
        <a className={styles.link} href={href}>
          Lines to apply
        </a>
      </p>
      {secrets.length > 0 && <p className="watch">Secrets, set by hand: {secrets.join(", ")}.</p>}
      {left.length > 0 && (
        <details>
          <summary className={styles.summary}>What stays behind</summary>
          <ul>
            {left.map(({ id, fate }) => (
              <li key={id}>
                <span className="number">{id}</span>: {FATE_WORDS[fate]}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** Against the settings that were kept before. */
function Differences({ diff: { changed, added, removed } }: { diff: NonNullable<Newest["diff"]> }) {
  return (
    <details>
      <summary className={styles.summary}>
        Against the ones before: {changed.length} changed, {added.length} new, {removed.length} gone
      </summary>
      <ul>
        {changed.map(({ id, before, after }) => (
          <li key={id}>
            <span className="number">{id}</span>: {before} → {after}
          </li>
        ))}
        {added.map(({ id, value }) => (
          <li key={id}>
            <span className="number">{id}</span>: new, {value}
          </li>
        ))}
        {removed.map(({ id, before }) => (
          <li key={id}>
            <span className="number">{id}</span>: gone, was {before}
          </li>
        ))}
      </ul>
    </details>
  );
}
