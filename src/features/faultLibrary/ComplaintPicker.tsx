"use client";

import { Input, type InputRef } from "antd";
import { type Ref, useState } from "react";
import { type Zone, ZONES } from "@/core/diagnosis/library/library.types";
import { type CraftKind } from "@/core/craft/craftKinds";
import { type ComplaintChoice } from "./complaintsOf";
import styles from "./ComplaintPicker.module.css";
import { CraftPicture } from "./CraftPicture";
import { matchesSearch, searchWords } from "./matchesSearch";
import { placeOf, ZONE_NAMES, ZONE_SPOTS } from "./zones";

interface Props {
  /** Null while the craft is not chosen yet: then the picture is that of a quad and every complaint is offered. */
  kind: CraftKind | null;
  choices: readonly ComplaintChoice[];
  value: readonly string[];
  onChange: (ids: string[]) => void;
  searchRef?: Ref<InputRef>;
  isDisabled?: boolean;
}

/** Picks what was seen: by a click on the picture of the craft, or by a word. */
export function ComplaintPicker({ kind, choices, value, onChange, searchRef, isDisabled = false }: Props) {
  const [zone, setZone] = useState<Zone | null>(null);
  const [hovered, setHovered] = useState<Zone | null>(null);
  const [search, setSearch] = useState("");
  const fitting = choices.filter(({ craftKinds }) => kind === null || craftKinds.includes(kind));
  const words = searchWords(search);
  const shown = fitting.filter(
    (choice) =>
      matchesSearch(choice.words, words) && (words.length > 0 || zone === null || placeOf(choice.zone, kind) === zone),
  );
  const spots = ZONE_SPOTS[kind ?? "quad"];
  const zones = ZONES.filter(
    (each) => (kind === null || spots[each]) && fitting.some((choice) => placeOf(choice.zone, kind) === each),
  );
  const picked: Partial<Record<Zone, number>> = {};
  for (const choice of fitting) {
    const place = placeOf(choice.zone, kind);
    if (place && value.includes(choice.id)) picked[place] = (picked[place] ?? 0) + 1;
  }
  const toggleZone = (each: Zone) => {
    if (isDisabled) return;
    setSearch("");
    setZone(zone === each ? null : each);
  };
  const toggle = (id: string) => onChange(value.includes(id) ? value.filter((each) => each !== id) : [...value, id]);
  return (
    <div className={styles.picker}>
      <div className="stack">
        <CraftPicture
          kind={kind ?? "quad"}
          active={words.length > 0 ? null : zone}
          picked={picked}
          hovered={hovered}
          onHover={setHovered}
          onPick={toggleZone}
        />
        <div className={styles.zones} role="group" aria-label="Where it was seen">
          {zones.map((each) => (
            <button
              key={each}
              type="button"
              className={styles.zone}
              aria-pressed={zone === each && words.length === 0}
              data-hovered={hovered === each}
              disabled={isDisabled}
              onPointerEnter={() => setHovered(each)}
              onPointerLeave={() => setHovered(null)}
              onClick={() => toggleZone(each)}
            >
              {ZONE_NAMES[each]}
              {picked[each] ? ` · ${picked[each]}` : ""}
            </button>
          ))}
        </div>
      </div>
      <div className="stack">
        <Input
          ref={searchRef}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onPressEnter={(event) => {
            event.preventDefault(); // it picks the first one found and must not send the form
            if (words.length > 0 && shown[0]) toggle(shown[0].id);
          }}
          placeholder="Or type a word: snow, reboot, twitch, smell …"
          aria-label="Search what was seen"
          allowClear
          disabled={isDisabled}
        />
        <Choices {...{ shown, value, isDisabled }} onToggle={toggle} />
      </div>
    </div>
  );
}

/** The complaints that fit, each with what was seen. */
function Choices({
  shown,
  value,
  isDisabled,
  onToggle,
}: {
  shown: readonly ComplaintChoice[];
  value: readonly string[];
  isDisabled: boolean;
  onToggle: (id: string) => void;
}) {
  return (
    <div className={styles.list} role="group" aria-label="What was seen" tabIndex={0} data-disabled={isDisabled}>
      {shown.map(({ id, whenTrue }) => (
        <button
          key={id}
          type="button"
          className={styles.choice}
          aria-pressed={value.includes(id)}
          disabled={isDisabled}
          onClick={() => onToggle(id)}
        >
          {whenTrue}
        </button>
      ))}
      {shown.length === 0 && (
        <p className="soft">Nothing in the library has this word. Try another, or pick a place.</p>
      )}
    </div>
  );
}
