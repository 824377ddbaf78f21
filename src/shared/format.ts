import dayjs from "dayjs";
import utc from "dayjs/plugin/utc.js";

dayjs.extend(utc);

/** Making one costs as much as a thousand uses of it. */
const clocks = new Map<string, Intl.DateTimeFormat>();

// Next loads server modules more than once; the shop's zone must be one in a process.
const shop = globalThis as { pitstopaZone?: string };

/** Sets the shop's time zone, by its name in the time zone database; empty for the computer's own. */
export function setShopZone(zone: string): void {
  shop.pitstopaZone = zone;
}

/** The shop's clock: its own zone, else that of PITSTOPA_ZONE, else of the server. */
function shopClock(): Intl.DateTimeFormat {
  const zone = shop.pitstopaZone || (process.env.PITSTOPA_ZONE ?? "");
  let clock = clocks.get(zone);
  if (!clock) {
    clock = new Intl.DateTimeFormat("en-GB", {
      ...(zone && { timeZone: zone }),
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
      hourCycle: "h23",
    });
    clocks.set(zone, clock);
  }
  return clock;
}

/** Minutes that were written out before: a board asks for today once for each of its tickets. */
const walls = new WeakMap<Intl.DateTimeFormat, Map<number, dayjs.Dayjs>>();
const MOST_WALLS = 1000;

/** A moment as the shop's clock on the wall shows it, to be written out. Times are written on the server only. */
function onTheWall(at: Date): dayjs.Dayjs {
  const clock = shopClock();
  const known = walls.get(clock) ?? new Map<number, dayjs.Dayjs>();
  walls.set(clock, known);
  const minute = Math.floor(at.getTime() / 60_000);
  const before = known.get(minute);
  if (before) return before;
  const part = Object.fromEntries(clock.formatToParts(at).map(({ type, value }) => [type, value]));
  const wall = dayjs.utc(`${part.year}-${part.month}-${part.day}T${part.hour}:${part.minute}:00Z`);
  if (known.size >= MOST_WALLS) known.clear();
  known.set(minute, wall);
  return wall;
}

/** A number with a fixed count of decimals and its unit, with a thin no-break space between. */
export function formatQuantity(value: number, unit: string, decimals = 1): string {
  return `${Number.isFinite(value) ? value.toFixed(decimals) : "–"}\u00a0${unit}`;
}

/** A probability for the eye: whole percents, one decimal below 1 %, never "0 %" for what is not impossible. */
export function formatPercent(share: number): string {
  const percent = share * 100;
  if (percent > 99 && percent < 100) return `${Math.min(percent, 99.9).toFixed(1)}\u00a0%`;
  if (percent >= 1 || percent === 0) return `${percent.toFixed(0)}\u00a0%`;
  return percent < 0.05 ? "<0.1\u00a0%" : `${percent.toFixed(1)}\u00a0%`;
}

/** A signed change: +27 %, −4 %. */
export function formatChange(change: number): string {
  const percent = (Math.abs(change) * 100).toFixed(Math.abs(change) < 0.1 ? 1 : 0);
  return `${change < 0 ? "−" : "+"}${percent}\u00a0%`;
}

/** Seconds as minutes and seconds: 5:03 min, 48 s. */
export function formatClock(seconds: number): string {
  const whole = Math.ceil(Math.max(0, seconds) - 1e-9);
  if (whole < 60) return `${whole}\u00a0s`;
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}\u00a0min`;
}

/** How long ago, in the coarsest unit that fits: 12 min, 5 h, 3 d. */
export function formatAge(from: Date, to: Date): string {
  const minutes = Math.max(0, (to.getTime() - from.getTime()) / 60_000);
  if (minutes < 60) return `${Math.floor(minutes)}\u00a0min`;
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)}\u00a0h`;
  return `${Math.floor(minutes / 1440)}\u00a0d`;
}

/** Date and time of the shop's clock, in the same words everywhere: 25 Nov 2026, 14:05. */
export function formatDateTime(at: Date): string {
  return onTheWall(at).format("D MMM YYYY, HH:mm");
}

/** The day alone: 25 Nov 2026. */
export function formatDate(at: Date): string {
  return onTheWall(at).format("D MMM YYYY");
}

/** The day of the shop's clock as it is stored: 2026-11-25. */
export function formatDay(at: Date): string {
  return onTheWall(at).format("YYYY-MM-DD");
}

/** A stored day: 25 Nov 2026. */
export function formatStoredDay(day: string): string {
  return dayjs.utc(day).format("D MMM YYYY");
}

/** A stored day, short: 25 Nov. */
export function formatDayShort(day: string): string {
  return dayjs.utc(day).format("D MMM");
}

/** The weekday of the shop's clock: Wednesday. */
export function formatWeekday(at: Date): string {
  return onTheWall(at).format("dddd");
}

/** Cents as an amount with two decimals and the shop's currency behind it. */
export function formatMoney(cents: number, currency: string): string {
  return Number.isFinite(cents) ? `${(cents / 100).toFixed(2)}\u00a0${currency}` : "–";
}
