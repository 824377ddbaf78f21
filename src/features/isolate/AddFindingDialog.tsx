"use client";

import { Checkbox, Input, type InputRef, Modal, Radio } from "antd";
import { useRef, useState } from "react";
import { type CraftKind } from "@/core/craft/craftKinds";
import { ComplaintPicker } from "@/features/faultLibrary/ComplaintPicker";
import { type ComplaintChoice } from "@/features/faultLibrary/complaintsOf";
import { PlacePicker } from "@/features/faultLibrary/PlacePicker";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { addFindingAction } from "./isolate.action";
import { type Places } from "./checkView";

interface Props {
  target: { jobId: number; version: number };
  craftKind: CraftKind;
  symptoms: readonly ComplaintChoice[];
  places: Places;
  onClose: () => void;
}

/** Adds something that was seen, or seen not to be so, at any time. */
export function AddFindingDialog({ target, craftKind, symptoms, places, onClose }: Props) {
  const { run, isBusy, failure, reload } = useVerb(addFindingAction);
  const [symptomId, setSymptomId] = useState<string | null>(null);
  const [value, setValue] = useState(true);
  const [doubtful, setDoubtful] = useState(false);
  const [note, setNote] = useState("");
  const [place, setPlace] = useState("");
  const symptom = symptoms.find(({ id }) => id === symptomId);
  const options = symptom?.where && value ? places[symptom.where] : [];
  const search = useRef<InputRef>(null);
  return (
    <Modal
      open
      width={820}
      title="Add a finding"
      okText="Add"
      okButtonProps={{ disabled: !symptom, loading: isBusy }}
      onOk={() =>
        void run({ ...target, symptomId, value, doubtful, place: options.includes(place) ? place : "", note }, onClose)
      }
      onCancel={onClose}
      // The dialog takes the focus when it opens; the search box is where the next key belongs.
      afterOpenChange={(isOpen) => isOpen && search.current?.focus()}
    >
      <div className="stack">
        <ComplaintPicker
          kind={craftKind}
          choices={symptoms}
          value={symptomId ? [symptomId] : []}
          onChange={(ids) => setSymptomId(ids.at(-1) ?? null)}
          searchRef={search}
        />
        {symptom && (
          <Radio.Group value={value} onChange={(event) => setValue(event.target.value as boolean)}>
            <Radio value={true}>{symptom.whenTrue}</Radio>
            <Radio value={false}>{symptom.whenFalse}</Radio>
          </Radio.Group>
        )}
        {options.length > 1 && (
          <PlacePicker label="Where it was seen" places={options} value={place} onChange={setPlace} />
        )}
        <Checkbox checked={doubtful} onChange={(event) => setDoubtful(event.target.checked)}>
          Doubtful: somebody thinks so, nobody is sure
        </Checkbox>
        <Input
          value={note}
          onChange={(event) => setNote(event.target.value)}
          placeholder="Note (optional)"
          maxLength={500}
          aria-label="Note"
        />
        <FailureNotice failure={failure} onReload={reload} />
      </div>
    </Modal>
  );
}
