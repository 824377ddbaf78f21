"use client";

import { Button } from "antd";
import { useState } from "react";
import { FileButton, JSON_FILES } from "@/shared/FileButton";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { importLibraryAction } from "./library.action";
import { type SavedLibrary } from "./libraryVerbs";
import { ChangeList, ProblemList } from "./SavedNotice";

/** Export and import as JSON: a file is tried first, and says what it would change before it is taken in. */
export function LibraryFile({ revision, mayEdit }: { revision: number; mayEdit: boolean }) {
  const trial = useVerb(importLibraryAction);
  const taking = useVerb(importLibraryAction);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [result, setResult] = useState<SavedLibrary | null>(null);
  const attempt = (text: string, isTrial: boolean) =>
    void (isTrial ? trial : taking).run({ baseRevision: revision, text, isTrial, note: "" }, setResult);
  const choose = async (chosen: File | undefined) => {
    setResult(null);
    setFile(null);
    if (!chosen) return;
    const text = await chosen.text();
    setFile({ name: chosen.name, text });
    attempt(text, true);
  };
  return (
    <div className="stack">
      <p className="row">
        <Button href="/api/library">Export as JSON</Button>
        <a href="/api/library/schema">The format, as JSON Schema</a>
      </p>
      {mayEdit && (
        <p>
          <FileButton label="Import a library file" accept={JSON_FILES} onFiles={([chosen]) => void choose(chosen)} />
        </p>
      )}
      <FailureNotice failure={trial.failure ?? taking.failure} onReload={taking.reload} />
      {result && "problems" in result && <ProblemList problems={result.problems} />}
      {result && "changes" in result && (
        <>
          <h3>{result.saved ? `Saved as revision ${result.revision}` : `${file?.name} would change:`}</h3>
          <ChangeList changes={result.changes} />
          {!result.saved && file && result.changes.length > 0 && (
            <Button type="primary" loading={taking.isBusy} onClick={() => attempt(file.text, false)}>
              Take it in as a new revision
            </Button>
          )}
        </>
      )}
    </div>
  );
}
