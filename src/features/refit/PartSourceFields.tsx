"use client";

import { Input, Radio, Select } from "antd";
import { useEffect, useState } from "react";
import { type PartKind } from "@/core/craft/partKinds";
import { type PartElsewhere } from "@/features/craft/fittedPartRepository";
import { findDonorsAction } from "./refit.action";
import styles from "./Refit.module.css";
import { type PartSource } from "./refit.schema";
import { type ShelfChoice } from "./refitView";

/** What was chosen: the source, and what is known of the part by it. */
export interface ChosenSource {
  of: PartSource["of"];
  item: ShelfChoice | null;
  donor: PartElsewhere | null;
  because: string;
}

export const FROM_ELSEWHERE: ChosenSource = { of: "elsewhere", item: null, donor: null, because: "" };

/** A first choice: off the shelf where the job's name is on a part, or the very kind that comes out lies there; else from elsewhere, for a set of one type is not mixed by a form. */
export function firstSource(shelves: readonly ShelfChoice[], comesOut: string): ChosenSource {
  const item = shelves.find(({ ours }) => ours > 0) ?? shelves.find(({ name }) => name === comesOut);
  return item ? { ...FROM_ELSEWHERE, of: "shelf", item } : FROM_ELSEWHERE;
}

/** What the verb is sent; null while the choice is not whole. */
export function sourceOf({ of, item, donor, because }: ChosenSource): PartSource | null {
  switch (of) {
    case "elsewhere":
      return { of };
    case "shelf":
      return item && { of, itemId: item.id };
    case "craft":
      return donor && because.trim() ? { of, craftId: donor.craftId, partId: donor.partId, because } : null;
  }
}

interface Props {
  jobId: number;
  kind: PartKind;
  /** Of this kind. */
  shelves: readonly ShelfChoice[];
  chosen: ChosenSource;
  onChange: (next: ChosenSource) => void;
}

/** Where the part that goes in comes from: a shelf, another craft, or elsewhere. */
export function PartSourceFields({ jobId, kind, shelves, chosen, onChange }: Props) {
  return (
    <div className={styles.source}>
      <Radio.Group
        optionType="button"
        aria-label="Where the new one comes from"
        value={chosen.of}
        options={[
          ...(shelves.length > 0 ? [{ value: "shelf", label: "off a shelf" }] : []),
          { value: "craft", label: "off another craft" },
          { value: "elsewhere", label: "from elsewhere" },
        ]}
        onChange={(event) => {
          const of = event.target.value as PartSource["of"];
          onChange({ ...FROM_ELSEWHERE, of, item: of === "shelf" ? (shelves[0] ?? null) : null });
        }}
      />
      {chosen.of === "shelf" && (
        <Select
          aria-label="Which one"
          value={chosen.item?.id}
          options={shelves.map(({ id, name, shelf, free, ours }) => ({
            value: id,
            label: `${name}${shelf ? `, shelf ${shelf}` : ""}: ${ours > 0 ? `${ours} with this job’s name` : `${free} free`}`,
          }))}
          onChange={(id) => onChange({ ...chosen, item: shelves.find((each) => each.id === id) ?? null })}
        />
      )}
      {chosen.of === "craft" && <DonorFields jobId={jobId} kind={kind} chosen={chosen} onChange={onChange} />}
    </div>
  );
}

const SEARCH_PAUSE_MS = 200;

function DonorFields({ jobId, kind, chosen, onChange }: Omit<Props, "shelves">) {
  const [search, setSearch] = useState("");
  const [found, setFound] = useState<readonly PartElsewhere[] | null>(null);
  useEffect(() => {
    let isWanted = true;
    const timer = setTimeout(() => {
      void findDonorsAction({ jobId, kind, search }).then(
        (result) => isWanted && setFound(result.ok ? result.data : []),
        () => isWanted && setFound([]),
      );
    }, SEARCH_PAUSE_MS);
    return () => {
      isWanted = false;
      clearTimeout(timer);
    };
  }, [jobId, kind, search]);
  const keyOf = ({ craftId, partId }: PartElsewhere) => `${craftId} ${partId}`;
  return (
    <>
      <Select
        showSearch={{ filterOption: false, onSearch: setSearch }}
        aria-label="Which craft"
        placeholder="Name or tail number of the craft"
        loading={found === null}
        notFoundContent={found === null ? "Looking …" : "No other craft has one."}
        value={chosen.donor ? keyOf(chosen.donor) : undefined}
        options={(found ?? []).map((each) => ({
          value: keyOf(each),
          label: `${each.craftName} (${each.tailNumber}), ${each.position}: ${each.name} ${each.serial || "no serial"}`,
        }))}
        onChange={(key) => onChange({ ...chosen, donor: found?.find((each) => keyOf(each) === key) ?? null })}
      />
      <Input
        aria-label="Who allowed it"
        placeholder="Who allowed it, or why it may be taken"
        maxLength={120}
        value={chosen.because}
        onChange={(event) => onChange({ ...chosen, because: event.target.value })}
      />
      {chosen.donor && (
        <p className="caution">
          {chosen.donor.craftName} lacks it from then on, and is not handed back before one is fitted.
          {chosen.donor.jobId === null && " It is on no job: is it in the shop at all?"}
        </p>
      )}
    </>
  );
}
