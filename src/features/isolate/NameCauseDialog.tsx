"use client";

import { Checkbox, Input, Modal } from "antd";
import { usePathname, useRouter } from "next/navigation";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { formatPercent } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { nameCauseAction } from "./isolate.action";
import { type IsolateView } from "./isolateView";

interface Props {
  target: { jobId: number; version: number };
  view: IsolateView;
  onClose: () => void;
}

/** Names the cause: the best explaining set is ticked beforehand, and what it leaves unexplained is said once more. */
export function NameCauseDialog({ target, view, onClose }: Props) {
  const router = useRouter();
  const path = usePathname();
  const { run, isBusy, failure, reload } = useVerb(nameCauseAction);
  const suspects = view.groups.flatMap((group) => group.suspects);
  const [faultIds, setFaultIds] = useState<string[]>(
    view.bestSet.filter((id) => suspects.some(({ faultId }) => faultId === id)),
  );
  const [other, setOther] = useState("");
  const [note, setNote] = useState("");
  return (
    <Modal
      open
      title="Name the cause"
      okText="Name it and go on to Bench"
      okButtonProps={{ disabled: faultIds.length === 0 && other.trim() === "", loading: isBusy }}
      onOk={() => void run({ ...target, faultIds, other, note }, () => router.push(path.replace(/isolate$/, "bench")))}
      onCancel={onClose}
    >
      <div className="stack">
        <Checkbox.Group
          style={{ display: "grid", gap: 8 }}
          value={faultIds}
          onChange={(values) => setFaultIds(values as string[])}
          options={suspects.map(({ faultId, name, probability, repair }) => ({
            value: faultId,
            label: `${name}, ${formatPercent(probability)}: ${repair.charAt(0).toLowerCase()}${repair.slice(1)}`,
          }))}
        />
        <Input
          value={other}
          onChange={(event) => setOther(event.target.value)}
          placeholder="Something the library does not have: say what it was"
          aria-label="A cause that the library does not have"
          maxLength={200}
        />
        {view.unexplained.length > 0 && (
          <p className="watch">Does the cause explain this as well? {view.unexplained.join("; ")}.</p>
        )}
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
