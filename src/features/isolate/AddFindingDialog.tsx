"use client";

import { Input, Modal, Radio, type RefSelectProps, Select } from "antd";
import { useRef, useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { addFindingAction } from "./isolate.action";

/** A reading that can be added. */
export interface ReadingChoice {
  id: string;
  whenTrue: string;
  whenFalse: string;
  /** Lower-case words that the search finds it by. */
  words: string;
}

interface Props {
  target: { jobId: number; version: number };
  readings: readonly ReadingChoice[];
  onClose: () => void;
}

/** Adds something that was seen, or seen not to be so, at any time. */
export function AddFindingDialog({ target, readings, onClose }: Props) {
  const { run, isBusy, failure, reload } = useVerb(addFindingAction);
  const [readingId, setReadingId] = useState<string | null>(null);
  const [value, setValue] = useState(true);
  const [note, setNote] = useState("");
  const reading = readings.find(({ id }) => id === readingId);
  const search = useRef<RefSelectProps>(null);
  return (
    <Modal
      open
      title="Add a finding"
      okText="Add"
      okButtonProps={{ disabled: !reading, loading: isBusy }}
      onOk={() => void run({ ...target, readingId, value, note }, onClose)}
      onCancel={onClose}
      // The dialog takes the focus when it opens; the search box is where the next key belongs.
      afterOpenChange={(isOpen) => isOpen && search.current?.focus()}
    >
      <div className="stack">
        <Select
          ref={search}
          showSearch={{
            filterOption: (input, option) =>
              readings.find(({ id }) => id === option?.value)?.words.includes(input.toLowerCase()) ?? false,
          }}
          placeholder="What was seen? Type a word: snow, reboot, smell …"
          options={readings.map(({ id, whenTrue }) => ({ value: id, label: whenTrue }))}
          value={readingId}
          onChange={setReadingId}
          aria-label="What was seen"
        />
        {reading && (
          <Radio.Group value={value} onChange={(event) => setValue(event.target.value as boolean)}>
            <Radio value={true}>{reading.whenTrue}</Radio>
            <Radio value={false}>{reading.whenFalse}</Radio>
          </Radio.Group>
        )}
        <Input
          value={note}
          onChange={(event) => setNote(event.target.value)}
          placeholder="Note (optional)"
          maxLength={500}
        />
        <FailureNotice failure={failure} onReload={reload} />
      </div>
    </Modal>
  );
}
