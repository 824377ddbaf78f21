"use client";

import { Button } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { FileButton } from "@/shared/FileButton";
import { useVerb } from "@/shared/useVerb";
import { type ImportedStock, type ShelfChange } from "./importStock";
import { importStockAction } from "./stock.action";

/** Takes a table of shelves in: it is tried first, and says what it would change. */
export function ImportShelves() {
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
  return (
    <>
      <FileButton label="Take a table in" accept=".csv,text/csv" onFiles={(files) => void choose(files)} />
      {(result !== null || trial.failure || taking.failure) && (
        <section className="panel stack" aria-label="Table of shelves" style={{ flexBasis: "100%" }}>
          <FailureNotice failure={trial.failure ?? taking.failure} onReload={taking.reload} />
          {result && "problems" in result && (
            <>
              <p className="bad">Nothing was stored. {file?.name}:</p>
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
              <p>
                {result.saved
                  ? "Taken in."
                  : result.changes.length === 0
                    ? "It changes nothing."
                    : `${file?.name} would change:`}
              </p>
              <ul>
                {result.changes.map((change) => (
                  <li key={`${change.name} ${change.what}`}>{changeText(change)}</li>
                ))}
              </ul>
              {!result.saved && result.changes.length > 0 && file && (
                <div className="row">
                  <Button
                    type="primary"
                    loading={taking.isBusy}
                    onClick={() => void taking.run({ text: file.text, isTrial: false }, setResult)}
                  >
                    Take it in
                  </Button>
                  <Button onClick={() => setResult(null)}>Leave it</Button>
                </div>
              )}
            </>
          )}
        </section>
      )}
    </>
  );
}

const PROBLEMS_SHOWN = 20;

function changeText({ name, what, pieces }: ShelfChange): string {
  if (what === "new") return `${name}: new${pieces > 0 ? `, ${pieces} on the shelf` : ""}`;
  if (what === "label") return `${name}: its label`;
  return `${name}: ${Math.abs(pieces)} ${pieces > 0 ? "more" : "fewer"} than written down`;
}
