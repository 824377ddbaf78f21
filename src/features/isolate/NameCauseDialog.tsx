"use client";

import { Checkbox, Input, Modal, Radio } from "antd";
import { usePathname, useRouter } from "next/navigation";
import { useState } from "react";
import { PlacePicker } from "@/features/faultLibrary/PlacePicker";
import { FailureNotice } from "@/shared/FailureNotice";
import { formatPercent } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type CauseView } from "./CauseList";
import { nameCauseAction } from "./isolate.action";
import { type Places } from "./checkView";
import { type IsolateView, type SuspectView } from "./isolateView";

interface Props {
  target: { jobId: number; version: number };
  view: IsolateView;
  places: Places;
  causes: readonly CauseView[];
  onClose: () => void;
}

/** Names the cause, with where it is: the best explaining set is ticked beforehand, and what it leaves unexplained is said once more. */
export function NameCauseDialog({ target, view, places, causes, onClose }: Props) {
  const router = useRouter();
  const path = usePathname();
  const { run, isBusy, failure, reload } = useVerb(nameCauseAction);
  const suspects = view.groups.flatMap((group) => group.suspects);
  const [faultIds, setFaultIds] = useState<string[]>(
    view.bestSet.filter((id) => suspects.some(({ faultId }) => faultId === id)),
  );
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [other, setOther] = useState("");
  const [otherPlace, setOtherPlace] = useState("");
  const [note, setNote] = useState("");
  const earlier = causes.filter(({ outcome }) => outcome !== "taken back");
  const open = earlier.filter(({ outcome }) => outcome === "not repaired").at(-1);
  const [instead, setInstead] = useState<number | null>(null);
  const placeOf = ({ faultId, placeHint }: SuspectView) => chosen[faultId] ?? placeHint;
  const optionsOf = ({ where }: SuspectView) => (where && places[where].length > 1 ? places[where] : []);
  const named = suspects.filter(({ faultId }) => faultIds.includes(faultId));
  const submit = () => {
    const at = Object.fromEntries(
      named.flatMap((suspect) => (optionsOf(suspect).length > 0 ? [[suspect.faultId, placeOf(suspect)]] : [])),
    );
    void run(
      { ...target, faultIds, places: at, other, otherPlace: other ? otherPlace : "", note, instead },
      ({ bay }) => router.push(path.replace(/isolate$/, bay)),
    );
  };
  return (
    <Modal
      open
      width={720}
      title="Name the cause"
      okText="Name it and go on"
      okButtonProps={{ disabled: faultIds.length === 0 && other.trim() === "", loading: isBusy }}
      onOk={submit}
      onCancel={onClose}
    >
      <div className="stack">
        {earlier.length > 0 && (
          <p>
            Named before: {earlier.map(({ names }) => names.join(" and ")).join("; ")}. It stays, with what was done.
          </p>
        )}
        {suspects.map((suspect) => (
          <SuspectTick
            key={suspect.faultId}
            suspect={suspect}
            isPicked={faultIds.includes(suspect.faultId)}
            places={optionsOf(suspect)}
            place={placeOf(suspect)}
            onPick={(isPicked) =>
              setFaultIds([...faultIds.filter((id) => id !== suspect.faultId), ...(isPicked ? [suspect.faultId] : [])])
            }
            onPlace={(place) => setChosen({ ...chosen, [suspect.faultId]: place })}
          />
        ))}
        <Input
          value={other}
          onChange={(event) => setOther(event.target.value)}
          placeholder="Something the library does not have: say what it was"
          aria-label="A cause that the library does not have"
          maxLength={200}
        />
        {other.trim() !== "" && (
          <PlacePicker label="Where it is" places={places.corner} value={otherPlace} onChange={setOtherPlace} />
        )}
        {view.unexplained.length > 0 && (
          <p className="watch">Does the cause explain this as well? {view.unexplained.join("; ")}.</p>
        )}
        {open && <BesidesOrInstead open={open} instead={instead} onChange={setInstead} />}
        <Input
          value={note}
          onChange={(event) => setNote(event.target.value)}
          placeholder="Note (optional)"
          aria-label="Note"
          maxLength={500}
        />
        <FailureNotice failure={failure} onReload={reload} />
      </div>
    </Modal>
  );
}

/** Whether the new cause comes beside one that is not repaired yet, or in its place. */
function BesidesOrInstead({
  open,
  instead,
  onChange,
}: {
  open: CauseView;
  instead: number | null;
  onChange: (seq: number | null) => void;
}) {
  return (
    <Radio.Group value={instead} onChange={(event) => onChange(event.target.value as number | null)}>
      <Radio value={null}>Besides “{open.names.join(" and ")}”</Radio>
      <Radio value={open.seq}>In its place: that was not it</Radio>
    </Radio.Group>
  );
}

/** A suspect to be ticked; ticked, with where it is. */
function SuspectTick(props: {
  suspect: SuspectView;
  isPicked: boolean;
  places: readonly string[];
  place: string;
  onPick: (isPicked: boolean) => void;
  onPlace: (place: string) => void;
}) {
  const { suspect, isPicked, places, place, onPick, onPlace } = props;
  const { name, probability, repair } = suspect;
  return (
    <div>
      <Checkbox checked={isPicked} onChange={({ target: { checked } }) => onPick(checked)}>
        {`${name}, ${formatPercent(probability)}: ${repair.charAt(0).toLowerCase()}${repair.slice(1)}`}
      </Checkbox>
      {isPicked && places.length > 0 && (
        <PlacePicker label={`Where: ${name}`} places={places} value={place} onChange={onPlace} />
      )}
    </div>
  );
}
