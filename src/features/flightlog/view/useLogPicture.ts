"use client";

import { useEffect, useRef, useState } from "react";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type ChannelPicture, type SpectrumPicture } from "@/workers/flightlog/protocol";
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
  return { pictures: new Map(value.map((each) => [each.role, each])), message, isEmpty: of === "" };
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
