"use client";

import { useState } from "react";
import { comparedRoles, type SharedClock } from "@/core/flightlog/clocks/shareClock";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type Clock } from "@/workers/flightlog/protocol";
import { type Look } from "../flightlog.schema";
import { type ShownLog } from "../getLogLab";

/** Another log that is drawn beside the one in hand. */
export interface Beside extends Clock {
  log: ShownLog;
  /** What spoke for the clock; null where it was said by hand or kept with the view. */
  found: SharedClock | null;
}

/** What there is to say of the other log. */
export interface BesideState {
  /** What is drawn; null while none is. */
  beside: Beside | null;
  isLooking: boolean;
  /** Why no clock was found, or what went wrong. */
  message: string | null;
  choose: (logId: number | null) => void;
  say: (offsetS: number) => void;
}

/** What a view was kept with, as far as the job still has that log. */
export function besideOf(kept: Look["beside"], others: readonly ShownLog[]): Beside | null {
  const log = others.find(({ id }) => id === kept?.logId);
  return kept && log ? { log, offsetS: kept.offsetS, drift: kept.drift, found: null } : null;
}

/** Has the worker put a log beside the one in hand, or take it away. */
export function putBeside(client: FlightlogClient, beside: Beside | null): Promise<void> {
  return client.putBeside(beside && { logId: beside.log.id, rowCount: beside.log.rowCount }, beside ?? NO_CLOCK);
}

/**
 * Puts another kept log on the clock of the one in hand, and draws it beside.
 *
 * @param first - What the worker was given with the log in hand.
 */
export function useBeside(
  client: () => FlightlogClient,
  log: ShownLog,
  others: readonly ShownLog[],
  first: Beside | null,
): BesideState {
  const [beside, setBeside] = useState(first);
  const [isLooking, setLooking] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const draw = async (next: Beside | null) => {
    await putBeside(client(), next);
    setBeside(next);
  };
  const choose = async (logId: number | null) => {
    setMessage(null);
    const other = others.find(({ id }) => id === logId);
    if (!other) return draw(null);
    setLooking(true);
    const both = comparedRoles(log.columns.map(({ role }) => role)).filter((role) =>
      other.columns.some((column) => column.role === role),
    );
    const answer = await client().findClock({ logId: other.id, rowCount: other.rowCount }, both);
    setLooking(false);
    if (!answer.ok) return setMessage(answer.message);
    const found = answer.value;
    if (!("because" in found)) return draw({ log: other, offsetS: found.offsetS, drift: found.drift, found });
    setMessage(`${found.because} They stand with their first lines together: say the offset by hand.`);
    return draw({ log: other, ...NO_CLOCK, found: null });
  };
  const say = (offsetS: number) => {
    setMessage(null);
    // Nudged by hand, the other clock goes on running as fast as it was found to.
    if (beside) void draw({ ...beside, offsetS, found: null });
  };
  return { beside, isLooking, message, choose: (logId) => void choose(logId), say };
}

const NO_CLOCK: Clock = { offsetS: 0, drift: 0 };
