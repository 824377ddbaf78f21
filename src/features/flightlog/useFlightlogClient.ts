"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { FlightlogClient } from "@/workers/flightlog/flightlogClient";

/** The page's worker: begun when it is first asked for, ended with the page, and begun anew after it was stopped. */
export function useFlightlogClient() {
  const held = useRef<FlightlogClient | null>(null);
  const [isBroken, setBroken] = useState(false);
  const client = useCallback(() => (held.current ??= new FlightlogClient(() => setBroken(true))), []);
  const renew = useCallback(() => {
    held.current?.stop();
    held.current = null;
    setBroken(false);
  }, []);
  useEffect(() => renew, [renew]);
  return { client, renew, isBroken };
}
