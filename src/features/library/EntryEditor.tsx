"use client";

import { Button, Form, Input, Popconfirm } from "antd";
import { useState } from "react";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type LibraryProblem } from "@/core/diagnosis/library/validateLibrary";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { EntryFields } from "./EntryFields";
import { EMPTY_VALUES, type EntryValues, fromValues, toValues } from "./entryFormValues";
import { removeEntryAction, saveEntryAction } from "./library.action";
import { ProblemList } from "./SavedNotice";

interface Props {
  library: Library;
  revision: number;
  group: EntryGroup;
  /** Null for a new entry. */
  id: string | null;
  onDone: () => void;
}

/** One entry of the library, to be changed. */
export function EntryEditor({ library, revision, group, id, onDone }: Props) {
  const [form] = Form.useForm<EntryValues>();
  const save = useVerb(saveEntryAction);
  const remove = useVerb(removeEntryAction);
  const [problems, setProblems] = useState<readonly LibraryProblem[]>([]);
  const [note, setNote] = useState("");
  const entry = (library[group] as readonly Library[EntryGroup][number][]).find((each) => each.id === id);
  const initial = entry ? toValues(group, entry) : EMPTY_VALUES[group];
  const settle = (result: { saved: boolean; problems?: readonly LibraryProblem[] }) => {
    setProblems(result.problems ?? []);
    if (result.saved) onDone();
  };
  return (
    <Form form={form} layout="vertical" requiredMark={false} initialValues={initial}>
      <EntryFields group={group} library={library} />
      <div className="stack" style={{ marginTop: 16 }}>
        <Input
          value={note}
          onChange={(event) => setNote(event.target.value)}
          placeholder="Why? (for the history)"
          aria-label="Why it is changed"
          maxLength={300}
        />
        {problems.length > 0 && <ProblemList problems={problems} />}
        <FailureNotice failure={save.failure ?? remove.failure} onReload={save.failure ? save.reload : remove.reload} />
        <div className="row">
          <Button
            type="primary"
            loading={save.isBusy}
            onClick={() => {
              const values = fromValues(group, form.getFieldsValue(true) as EntryValues);
              void save.run({ baseRevision: revision, group, id, entry: values, note }, settle);
            }}
          >
            {id === null ? "Add it to the library" : "Save as a new revision"}
          </Button>
          {id !== null && (
            <Popconfirm
              title="Remove this entry from the library?"
              okText="Remove it"
              onConfirm={() => void remove.run({ baseRevision: revision, group, id, note }, settle)}
            >
              <Button danger loading={remove.isBusy}>
                Remove
              </Button>
            </Popconfirm>
          )}
          <Button onClick={onDone}>Leave it as it is</Button>
        </div>
      </div>
    </Form>
  );
}
