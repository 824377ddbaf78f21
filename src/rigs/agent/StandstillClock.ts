const TICK_MS = 5;
/** A tick may come this late by itself. */
const USUAL_LATE_MS = 20;

/** Notes when this process stood still: a fault of the machine that runs a trial or test, not of the rig. */
export class StandstillClock {
  private readonly gaps: { fromMs: number; toMs: number }[] = [];
  private lastMs = performance.now();
  private readonly timer = setInterval(() => {
    const nowMs = performance.now();
    if (nowMs - this.lastMs > TICK_MS + USUAL_LATE_MS) this.gaps.push({ fromMs: this.lastMs + TICK_MS, toMs: nowMs });
    this.lastMs = nowMs;
  }, TICK_MS);

  /** Milliseconds between two moments in which it stood still. */
  between(fromMs: number, toMs: number): number {
    return this.gaps.reduce(
      (sum, gap) => sum + Math.max(0, Math.min(gap.toMs, toMs) - Math.max(gap.fromMs, fromMs)),
      0,
    );
  }

  /** The longest standstill so far, in ms. */
  longestMs(): number {
    return Math.max(0, ...this.gaps.map(({ fromMs, toMs }) => toMs - fromMs));
  }

  stop(): void {
    clearInterval(this.timer);
  }
}
