"use client";

import { Button, Checkbox, Input } from "antd";
import Link from "next/link";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { FileButton, JSON_FILES } from "@/shared/FileButton";
import { useVerb } from "@/shared/useVerb";
import { formatDateTime } from "@/shared/format";
import { importBoardAction } from "./boards.action";
import { type BoardsPageData, type ShownBoard } from "./boardVerbs";
import styles from "./Boards.module.css";

/** The shop's board files: what is there, in which version and from where; taken in and given out as files. */
export function BoardsPage({ boards, mayEdit }: BoardsPageData) {
  return (
    <div className="stack">
      <h1>Board files</h1>
      {mayEdit && <TakeBoardIn />}
      <section className="panel" aria-label="Boards">
        <div className={styles.scroll}>
          <table className={styles.boards}>
            <thead>
              <tr>
                <th>Board</th>
                <th>Pads</th>
                <th>Serial ports</th>
                <th>Outputs</th>
                <th>Rails</th>
                <th>From</th>
                <th>File</th>
              </tr>
            </thead>
            <tbody>
              {boards.map((board) => (
                <BoardRow key={board.name} board={board} />
              ))}
            </tbody>
          </table>
        </div>
      </section>
    </div>
  );
}

function BoardRow({ board }: { board: ShownBoard }) {
  const { name, padCount, serialPorts, outputs, rails, source, version, savedAt, savedBy, disputed } = board;
  const address = encodeURIComponent(name);
  return (
    <tr>
      <td>
        <Link href={`/boards/${address}`}>
          <strong>{name}</strong>
        </Link>
      </td>
      <td className="number">{padCount}</td>
      <td className="number">{serialPorts}</td>
      <td className="number">{outputs}</td>
      <td>{rails}</td>
      <td className="soft">
        {source}
        {disputed && (
          <strong className={disputed.settled < disputed.differences ? "watch" : undefined}>
            {` against ${disputed.source}: ${disputed.differences} differences, ${disputed.settled} settled`}
          </strong>
        )}
        {savedAt && `, version ${version}, ${savedBy}, ${formatDateTime(savedAt)}`}
      </td>
      <td>
        <a href={`/api/boards/${address}`} aria-label={`JSON of ${name}`}>
          JSON
        </a>
      </td>
    </tr>
  );
}

/** Takes a board file in, with where it comes from. */
function TakeBoardIn() {
  const take = useVerb(importBoardAction);
  const [file, setFile] = useState<File | null>(null);
  const [source, setSource] = useState("");
  const [isSecond, setSecond] = useState(false);
  const [taken, setTaken] = useState("");
  const send = async () => {
    if (!file) return;
    await take.run({ text: await file.text(), source, isSecondSource: isSecond }, ({ name }) => {
      setTaken(name);
      setFile(null);
    });
  };
  return (
    <section className="panel stack" aria-label="Take a board file in">
      <FailureNotice failure={take.failure} onReload={take.reload} />
      {taken && <p className="good">✓ {taken} is among the boards.</p>}
      <div className="row">
        <FileButton
          label="Choose a board file"
          accept={JSON_FILES}
          chosen={file ? [file] : []}
          onFiles={([first]) => setFile(first ?? null)}
        />
        <Input
          style={{ width: 320 }}
          value={source}
          maxLength={120}
          placeholder="Where it comes from: maker's sheet, metered …"
          aria-label="Where it comes from"
          onChange={(event) => setSource(event.target.value)}
        />
        <Checkbox checked={isSecond} onChange={(event) => setSecond(event.target.checked)}>
          second source of a board that is here
        </Checkbox>
        <Button
          type="primary"
          disabled={!file || source.trim().length < 3}
          loading={take.isBusy}
          onClick={() => void send()}
        >
          Take it in
        </Button>
      </div>
      <p className="soft">
        One file, one board; its format is described in docs/wiring.md. A name that is there already becomes its next
        version.
      </p>
    </section>
  );
}
