"use client";

import { useEffect, useRef, useState } from "react";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type Track, type TrackChannels } from "@/core/flightlog/view/trackOf";
import {
  type ChannelPicture,
  type MapAgainst,
  type SpectrumMapPicture,
  type SpectrumPicture,
} from "@/workers/flightlog/protocol";
import { type Lane, type Range } from "./lanes";

/** Strips that a picture is made of at most. */
const MOST_PARTS = 900;
/** What the plot has of the window's width, at most: more strips than points on the screen are drawn for nothing. */
const PLOT_SHARE = 0.55;

function partsOf(windowPx: number): number {
  return Math.min(MOST_PARTS, Math.round(PLOT_SHARE * windowPx));
}

interface Picture<T> {
  of: string;
  value: T;
  message: string | null;
}

/**
 * Asks the worker for what a view shows, newest wish first: answers to older ones are dropped.
 *
 * @param key - Names the log in hand; its change asks again.
 */
function useAsked<T>(
  key: string,
  empty: T,
  ask: () => Promise<{ ok: true; value: T } | { ok: false; message: string }>,
): Picture<T> {
  const [picture, setPicture] = useState<Picture<T>>({ of: "", value: empty, message: null });
  const asked = useRef(ask);
  useEffect(() => {
    asked.current = ask;
  });
  useEffect(() => {
    let isOld = false;
    void asked.current().then((answer) => {
      if (isOld) return;
      setPicture((before) =>
        answer.ok ? { of: key, value: answer.value, message: null } : { ...before, of: key, message: answer.message },
      );
    });
    return () => {
      isOld = true;
    };
  }, [key]);
  return picture;
}

/** What a chart over time shows: the channels' pictures, and the stretch that they were made of. */
interface TimePicture {
  pictures: ReadonlyMap<string, ChannelPicture>;
  range: Range;
}

/**
 * Lowest and highest of the lanes' channels over a stretch.
 *
 * @returns The newest pictures that are there with their own stretch: until those of another one come, these stay as they are.
 */
export function useLogPicture(
  client: () => FlightlogClient,
  logKey: string,
  lanes: readonly Lane[],
  { fromS, toS }: Range,
) {
  const roles = lanes.flatMap((lane) => lane.roles);
  const { value, message } = useAsked<TimePicture | null>(
    `${logKey} ${roles.join()} ${fromS} ${toS}`,
    null,
    async () => {
      if (roles.length === 0) return { ok: true, value: null };
      const answer = await client().picture(roles, fromS, toS, partsOf(window.innerWidth));
      const pictures = new Map(answer.ok ? answer.value.map((each) => [each.role, each]) : []);
      return answer.ok ? { ok: true, value: { pictures, range: { fromS, toS } } } : answer;
    },
  );
  return { drawn: value, message };
}

/** Spectra of a lane's channels over a stretch. */
export function useLogSpectra(
  client: () => FlightlogClient,
  logKey: string,
  lane: Lane | undefined,
  { fromS, toS }: Range,
) {
  const roles = lane?.roles ?? [];
  const { value, message } = useAsked<SpectrumPicture[]>(`${logKey} ${roles.join()} ${fromS} ${toS}`, [], () =>
    client().spectra(roles, fromS, toS),
  );
  return { spectra: value, message };
}

/** Spectra of one channel over the levels of what drives the craft. */
export function useSpectrumMap(
  client: () => FlightlogClient,
  logKey: string,
  role: string | null,
  against: MapAgainst,
  { fromS, toS }: Range,
) {
  const key = `map ${logKey} ${role} ${against.drive.join()} ${fromS} ${toS}`;
  const { value, message } = useAsked<SpectrumMapPicture | null>(key, null, () =>
    role === null ? Promise.resolve({ ok: true, value: null }) : client().spectrumMap(role, against, fromS, toS),
  );
  return { map: value, message };
}

/** What channels say at a moment; nothing of those that cannot be fetched. */
export function useMoment(client: () => FlightlogClient, logKey: string, roles: readonly string[], atS: number) {
  return useAsked<Record<string, number>>(`moment ${logKey} ${roles.join()} ${atS}`, {}, () =>
    client().moment(roles, atS),
  ).value;
}

/** The way over ground; null where the log says nothing of it. */
export function useTrack(client: () => FlightlogClient, logKey: string, roles: readonly (keyof TrackChannels)[]) {
  return useAsked<Track | null>(`track ${logKey} ${roles.join()}`, null, () =>
    roles.length > 0 ? client().track(roles) : Promise.resolve({ ok: true, value: null }),
  ).value;
}
