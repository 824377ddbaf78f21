"use client";

import { useMemo, useState } from "react";
import { readProfile, writeProfile } from "@/core/bench/run/profileText";
import { RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import { type RunLimits, scaleVoltage } from "@/core/bench/run/runLimits";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { CoreInputError } from "@/core/CoreInputError";
import { type RunOptions } from "../runs/benchRun";
import { suggestedLimits } from "./lineParts";
import { type RunOrder } from "./RigPanel";

/** Where the craft carries the parts of which a run measures one. */
export type Places = Readonly<Partial<Record<RunKind, readonly string[]>>>;

interface Given {
  craft: { motorCount: number; cellCount: number };
  lineParts: readonly RatedPart[];
  options: RunOptions;
  places: Places;
  /** The motor that the job is about, from 1: its run comes first. */
  motorInHand?: number | null;
}

/** What is to be run, as it is set on the page: profile, limits and options, with what is wrong with them. */
export function useRunOrder(kind: RunKind, given: Given) {
  const [profileAt, setProfileAt] = useState<Partial<Record<RunKind, number>>>({
    ...(given.motorInHand && { motor: given.motorInHand }), // the first profile runs them all
  });
  const [texts, setTexts] = useState<Partial<Record<RunKind, string>>>({});
  const [limits, setLimits] = useState<Partial<Record<RunKind, RunLimits>>>({});
  const [options, setOptions] = useState<RunOptions>({
    usualCells: given.craft.cellCount,
    higherCells: given.craft.cellCount + 2,
    ...given.options,
  });
  const places = given.places[kind] ?? [];
  const position = places.find((each) => each === options.position) ?? places[0] ?? null;
  const usualCells = options.usualCells ?? given.craft.cellCount;
  const higherCells = options.higherCells ?? usualCells;
  const profiles = useMemo(
    () => RUN_PLANS[kind].profiles({ motorCount: given.craft.motorCount, usualCells, higherCells }),
    [kind, given.craft.motorCount, usualCells, higherCells],
  );
  const at = profileAt[kind] ?? 0;
  const ownLimits = useMemo(() => {
    const suggested = suggestedLimits(given.craft, given.lineParts, profiles[at]?.steps ?? []);
    const set = limits[kind] ?? { ...suggested, ...RUN_PLANS[kind].guards };
    // On the upper rungs of a ladder the higher pack is in.
    const isHigher = kind === "ladder" && at > 0 && limits[kind] === undefined;
    return isHigher ? scaleVoltage(set, higherCells / given.craft.cellCount) : set;
  }, [limits, kind, given.craft, given.lineParts, profiles, at, higherCells]);
  const areLimitsSuggested = limits[kind] === undefined;
  const text = texts[kind] ?? writeProfile(profiles[0]!.steps);
  const order = useMemo((): RunOrder => {
    const chosen = profiles[at];
    const common = { limits: ownLimits, areLimitsSuggested };
    if (chosen) return { ...common, profileName: chosen.name, profile: chosen.steps, problem: null };
    try {
      return { ...common, profileName: "the profile written here", profile: readProfile(text), problem: null };
    } catch (error) {
      if (!(error instanceof CoreInputError)) throw error;
      return { ...common, profileName: "", profile: [], problem: error.message };
    }
  }, [profiles, at, text, ownLimits, areLimitsSuggested]);
  return {
    order,
    setup: {
      profiles,
      profileAt: at,
      onProfile: (next: number) => setProfileAt({ ...profileAt, [kind]: next }),
      text,
      onText: (next: string) => setTexts({ ...texts, [kind]: next }),
      limits: ownLimits,
      onLimits: (next: RunLimits) => setLimits({ ...limits, [kind]: next }),
      places,
      options: { ...options, position },
      onOptions: setOptions,
      armOptions: { ...options, position, ...(kind === "ladder" && { rung: Math.max(0, at) }) },
    },
  };
}
