"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type Track, type TrackChannels } from "@/core/flightlog/view/trackOf";
import {
  type ChannelPicture,
  type MapAgainst,
  type SpectrumMapPicture,
  type SpectrumPicture,
} from "@/workers/flightlog/protocol";
import { type Lane, type Range } from "./lanes";

/** Strips that a picture is made of: about one for each two points of a wide screen. */
const PARTS = 900;

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

/** Lowest and highest of the lanes' channels over a stretch. */
export function useLogPicture(
  client: () => FlightlogClient,
  logKey: string,
  lanes: readonly Lane[],
  { fromS, toS }: Range,
) {
  const roles = lanes.flatMap((lane) => lane.roles);
  const { value, message, of } = useAsked<ChannelPicture[]>(`${logKey} ${roles.join()} ${fromS} ${toS}`, [], () =>
    roles.length > 0 ? client().picture(roles, fromS, toS, PARTS) : Promise.resolve({ ok: true, value: [] }),
  );
  const pictures = useMemo(() => new Map(value.map((each) => [each.role, each])), [value]);
  return { pictures, message, isEmpty: of === "" };
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
