import { held, rowAt } from "@/core/flightlog/signal/rows";
import { chunkCount, unpackChannel } from "@/core/flightlog/storage/packChannel";
import { Pyramid } from "@/core/flightlog/view/Pyramid";
import { type KeptLog } from "./protocol";

/** A log in the worker's hands: one that was read here, or one of the shop's whose channels are fetched when they are asked for. */
export class HeldLog {
  private readonly pyramids = new Map<string, Pyramid>();

  /**
   * @param channels - Those that are here already, the clock among them.
   * @param kept - Where the others are; null when there are no others.
   */
  constructor(
    readonly channels: Map<string, Float64Array>,
    private readonly kept: KeptLog | null,
  ) {}

  /** A channel as it was written, blanks and all. @throws {RangeError} For one that the log has not, or that does not come. */
  async channel(role: string): Promise<Float64Array> {
    const known = this.channels.get(role);
    if (known) return known;
    if (!this.kept) throw new RangeError(`The log has no ${role}.`);
    const { logId, rowCount } = this.kept;
    const values = new Float64Array(rowCount);
    await Promise.all(
      Array.from({ length: chunkCount(rowCount) }, async (_, seq) => {
        const answer = await fetch(`/api/logs/${logId}/chunks?role=${role}&seq=${seq}`);
        if (!answer.ok) throw new RangeError("A stretch of the log could not be fetched. Try again.");
        unpackChannel(role, new Uint8Array(await answer.arrayBuffer()), values, seq);
      }),
    );
    this.channels.set(role, values);
    return values;
  }

  /** Mean of channels, row by row; null of none. */
  async meanChannel(roles: readonly string[]): Promise<Float64Array | null> {
    const columns = await Promise.all(roles.map(async (role) => held(await this.channel(role))));
    if (!columns[0]) return null;
    return columns[0].map((_, row) => columns.reduce((sum, column) => sum + column[row]!, 0) / columns.length);
  }

  async pyramid(role: string): Promise<Pyramid> {
    const known = this.pyramids.get(role);
    if (known) return known;
    const made = new Pyramid(await this.channel(role));
    this.pyramids.set(role, made);
    return made;
  }

  /** The rows of a stretch, one more at either end, and how often they were written there. */
  async stretch(
    fromS: number,
    toS: number,
  ): Promise<{ timeS: Float64Array; from: number; to: number; rateHz: number }> {
    const timeS = await this.channel("time");
    const from = Math.max(0, rowAt(timeS, fromS) - 1);
    const to = Math.max(from + 1, Math.min(timeS.length, rowAt(timeS, toS) + 1));
    return { timeS, from, to, rateHz: (to - from - 1) / Math.max(1e-6, timeS[to - 1]! - timeS[from]!) };
  }
}
