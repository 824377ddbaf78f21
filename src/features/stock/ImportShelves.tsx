"use client";

import { Button } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type ImportedStock, type ShelfChange } from "./importStock";
import { importStockAction } from "./stock.action";

/** A table of shelves on its way in: it is tried first, and says what it would change. */
export function useShelfImport() {
  const trial = useVerb(importStockAction);
  const taking = useVerb(importStockAction);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [result, setResult] = useState<ImportedStock | null>(null);
  const choose = async ([chosen]: File[]) => {
    setResult(null);
    if (!chosen) return;
    const text = await chosen.text();
    setFile({ name: chosen.name, text });
    void trial.run({ text, isTrial: true }, setResult);
  };
  return {
    fileName: file?.name ?? "",
    result,
    failure: trial.failure ?? taking.failure,
    isBusy: taking.isBusy,
    choose,
    takeIn: () => file && void taking.run({ text: file.text, isTrial: false }, setResult),
    leave: () => setResult(null),
    reload: taking.reload,
  };
}

/** What a table of shelves would change, or what is wrong with it, line by line. */
export function ShelfImport({
  fileName,
  result,
  failure,
  isBusy,
  takeIn,
  leave,
  reload,
}: ReturnType<typeof useShelfImport>) {
  if (result === null && failure === null) return null;
  return (
    <section className="panel stack" aria-label="Table of shelves">
      <FailureNotice failure={failure} onReload={reload} />
      {result && "problems" in result && (
        <>
          <p className="bad">Nothing was stored. {fileName}:</p>
          <ul>
            {result.problems.slice(0, PROBLEMS_SHOWN).map(({ line, problem }) => (
              <li key={`${line} ${problem}`}>
                Line {line}: {problem}
              </li>
            ))}
          </ul>
          {result.problems.length > PROBLEMS_SHOWN && <p>And {result.problems.length - PROBLEMS_SHOWN} more.</p>}
        </>
      )}
      {result && "changes" in result && (
        <>
          <p>{headOf(result, fileName)}</p>
          <ul>
            {result.changes.map((change) => (
              <li key={`${change.name} ${change.what}`}>{changeText(change)}</li>
            ))}
          </ul>
          {!result.saved && result.changes.length > 0 && (
            <div className="row">
              <Button type="primary" loading={isBusy} onClick={takeIn}>
                Take it in
              </Button>
              <Button onClick={leave}>Leave it</Button>
            </div>
          )}
        </>
      )}
    </section>
  );
}

function headOf({ saved, changes }: { saved: boolean; changes: readonly ShelfChange[] }, fileName: string): string {
  if (saved) return "Taken in.";
  return changes.length === 0 ? `${fileName} changes nothing.` : `${fileName} would change:`;
}

const PROBLEMS_SHOWN = 20;

function changeText({ name, what, pieces }: ShelfChange): string {
  if (what === "new") return `${name}: new${pieces > 0 ? `, ${pieces} on the shelf` : ""}`;
  if (what === "label") return `${name}: its label`;
  return `${name}: ${Math.abs(pieces)} ${pieces > 0 ? "more" : "fewer"} than written down`;
}
