"use client";

import { Checkbox, Input, InputNumber, Radio, Select } from "antd";
import { type ReactNode } from "react";
import styles from "./Prove.module.css";
import { type NeedsView } from "./proofView";
import { type GivenEvidence } from "./prove.schema";

/** What was chosen and typed so far. */
export interface EvidenceDraft {
  by: GivenEvidence["by"];
  seq: number | null;
  asFirstBaseline: boolean;
  values: Readonly<Record<string, number | null>>;
  photoId: number | null;
  name: string;
  because: string;
}

/** Begins with the strongest that the job can offer. */
export function emptyDraft(needs: NeedsView): EvidenceDraft {
  const measurement =
    needs.measurements.find(({ word }) => word === "good" || word === "watch") ?? needs.measurements[0];
  const by: EvidenceDraft["by"] = measurement
    ? "measurement"
    : needs.figures.length > 0
      ? "figures"
      : needs.photo
        ? "photo"
        : needs.witness
          ? "witness"
          : needs.measured
            ? "measurement"
            : "eye";
  return {
    by,
    seq: measurement?.seq ?? null,
    asFirstBaseline: false,
    values: {},
    photoId: needs.photos.at(-1)?.id ?? null,
    name: "",
    because: "",
  };
}

/** The draft as the verb takes it; null while something is missing, so that the verb says what. */
export function toEvidence(draft: EvidenceDraft): GivenEvidence | null {
  const { by, seq, asFirstBaseline, values, photoId, name, because } = draft;
  switch (by) {
    case "measurement":
      return seq === null ? null : { by, seq, asFirstBaseline };
    case "figures":
      return {
        by,
        values: Object.fromEntries(
          Object.entries(values).flatMap(([id, value]) => (value === null ? [] : [[id, value]])),
        ),
      };
    case "photo":
      return photoId === null ? null : { by, photoId };
    case "witness":
      return { by, name };
    case "eye":
      return { by, because };
  }
}

interface Props {
  needs: NeedsView;
  draft: EvidenceDraft;
  onDraft: (draft: EvidenceDraft) => void;
  onEnter: () => void;
}

/** What the proof is met by: a kept run, figures, a photo, a witness, or by eye with the reason. */
export function EvidenceFields({ needs, draft, onDraft, onEnter }: Props) {
  const set = (change: Partial<EvidenceDraft>) => onDraft({ ...draft, ...change });
  return (
    <form
      className={styles.evidence}
      aria-label="What it is met by"
      onSubmit={(event) => {
        event.preventDefault();
        onEnter();
      }}
    >
      <p>
        <strong>It wants {needs.text}.</strong>
      </p>
      {needs.measured && <MeasuredRows needs={needs} draft={draft} set={set} />}
      {needs.figures.length > 0 && (
        <Way is={draft.by === "figures"} onPick={() => set({ by: "figures" })} label="Figures">
          {needs.figures.map(({ id, label, unit }) => (
            <label key={id} className={styles.figure}>
              {label}
              <InputNumber
                value={draft.values[id] ?? null}
                onChange={(value) => set({ by: "figures", values: { ...draft.values, [id]: value } })}
                suffix={unit}
                aria-label={`${label} in ${unit}`}
              />
            </label>
          ))}
        </Way>
      )}
      {needs.photo && (
        <Way is={draft.by === "photo"} onPick={() => set({ by: "photo" })} label={`A photo of ${needs.photo}`}>
          {needs.photos.length === 0 ? (
            <span className="soft">No photo is on the job yet: add it below.</span>
          ) : (
            <Select
              aria-label="Photo"
              value={draft.photoId}
              onChange={(photoId) => set({ by: "photo", photoId })}
              options={needs.photos.toReversed().map(({ id, fileName }) => ({ value: id, label: fileName }))}
              style={{ minWidth: 180 }}
            />
          )}
        </Way>
      )}
      {needs.witness && (
        <Way is={draft.by === "witness"} onPick={() => set({ by: "witness" })} label={`Seen by ${needs.witness}`}>
          <Input
            value={draft.name}
            onChange={(event) => set({ by: "witness", name: event.target.value })}
            placeholder="Name"
            aria-label="Name of the witness"
            maxLength={80}
          />
        </Way>
      )}
      <Way is={draft.by === "eye"} onPick={() => set({ by: "eye" })} label="By eye, because …">
        {draft.by === "eye" && (
          <Input
            value={draft.because}
            onChange={(event) => set({ because: event.target.value })}
            placeholder="why looking is enough here; the report says so"
            aria-label="By eye, because"
            maxLength={300}
          />
        )}
      </Way>
    </form>
  );
}

function MeasuredRows({
  needs,
  draft,
  set,
}: Pick<Props, "needs" | "draft"> & { set: (change: Partial<EvidenceDraft>) => void }) {
  if (needs.measurements.length === 0)
    return (
      <p className="soft">
        Nothing of it was kept on the bench since the last repair. <a href="bench">To the bench</a>
      </p>
    );
  return (
    <>
      {needs.measurements.map(({ seq, title, word, isCompared }) => {
        const isPicked = draft.by === "measurement" && draft.seq === seq;
        return (
          <Way key={seq} is={isPicked} onPick={() => set({ by: "measurement", seq })} label={`${title}: ${word}`}>
            {isPicked && needs.baseline && !isCompared && (
              <Checkbox
                checked={draft.asFirstBaseline}
                onChange={(event) => set({ asFirstBaseline: event.target.checked })}
              >
                Take this as the first baseline: there is nothing to hold it against
              </Checkbox>
            )}
          </Way>
        );
      })}
    </>
  );
}

function Way({
  is,
  onPick,
  label,
  children,
}: {
  is: boolean;
  onPick: () => void;
  label: string;
  children?: ReactNode;
}) {
  return (
    <div className={styles.way} data-picked={is}>
      <Radio name="met-by" checked={is} onChange={onPick}>
        {label}
      </Radio>
      <div className={styles.given}>{children}</div>
    </div>
  );
}
