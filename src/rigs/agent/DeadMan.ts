import { DEAD_MAN_MS } from "../runProtocol";

/** Looks further apart than this mean that the rig's own process stood still between them. */
const STANDSTILL_MS = 80;
/** After a standstill the page may be heard from this much later, still within half a second in all. */
const AFTER_STANDSTILL_MS = 70;

/**
 * The dead man's switch: hears the operator's page, and says when it has been silent for too long. Times are in milliseconds of
 * one clock that only goes forward.
 */
export class DeadMan {
  private lookedMs: number;
  private stoodStillMs = 0;
  private longest = 0;

  constructor(private heardMs: number) {
    this.lookedMs = heardMs;
  }

  /** The longest silence so far, between two beats or since the last, in ms. */
  longestSilenceMs(nowMs: number): number {
    return Math.max(this.longest, nowMs - this.heardMs);
  }

  hear(nowMs: number): void {
    this.longest = this.longestSilenceMs(nowMs);
    this.heardMs = nowMs;
    this.stoodStillMs = 0;
  }

  /**
   * Looks at the clock; to be called every few hundredths of a second.
   *
   * @returns Why the drive must be cut; null while the page is heard.
   */
  look(nowMs: number): string | null {
    const sinceLookMs = nowMs - this.lookedMs;
    this.lookedMs = nowMs;
    if (sinceLookMs > STANDSTILL_MS) this.stoodStillMs += sinceLookMs;
    const allowedMs = DEAD_MAN_MS + (this.stoodStillMs > 0 ? AFTER_STANDSTILL_MS : 0);
    const silentMs = nowMs - this.heardMs;
    if (silentMs <= allowedMs) return null;
    const standstill =
      this.stoodStillMs > 0
        ? ` The rig's own process stood still for ${Math.round(this.stoodStillMs)} ms of them: this computer is too busy.`
        : "";
    return `Nothing heard from the operator's page for ${Math.round(silentMs)} ms.${standstill}`;
  }
}
