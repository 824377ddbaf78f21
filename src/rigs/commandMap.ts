import * as v from "valibot";
import { MEASURED_CHANNELS } from "../core/series/channels";

const command = v.pipe(
  v.string(),
  v.minLength(1, "A command is missing."),
  v.maxLength(200),
  v.regex(/^[^\r\n]*$/, "One line only."),
);

const measured = v.object({
  channel: v.picklist(
    MEASURED_CHANNELS,
    (issue) =>
      `No channel is called ${issue.received}. There are: ${MEASURED_CHANNELS.slice(0, 10).join(", ")}, cell1 to cell14.`,
  ),
  /** SCPI: the query. Line protocol: the name in front of the value. */
  query: command,
  /** The answer times this is the channel's unit. */
  factor: v.optional(v.number("The factor must be a number."), 1),
});

/**
 * How to talk to one make of instrument: the small file that is kept for each. In `set`, {value} stands for the throttle from
 * 0 to 1 or the pulse in seconds and {output} for the motor, 0 for all.
 */
export const CommandMapSchema = v.object({
  format: v.literal("pitstopa-command-map/1", "This is no command map: its format should be pitstopa-command-map/1."),
  channels: v.pipe(v.array(measured), v.maxLength(24)),
  output: v.nullish(
    v.object({
      drives: v.picklist(["throttle", "pulse"]),
      enable: command,
      set: command,
      cut: command,
      /** Asked after a cut; the line is dropped unless the answer begins with `confirmed`. */
      confirm: command,
      confirmed: command,
      /** Asked beside each reading: the value it stands at. Without one, only whether it is on is watched. */
      read: v.optional(command),
      /** Asked after each command; an answer that does not begin with 0 is a refusal. */
      error: v.optional(command),
    }),
    null,
  ),
});
export type CommandMap = v.InferOutput<typeof CommandMapSchema>;

/** Ways to reach an instrument. */
export const TRANSPORTS = ["scpi", "line", "serial"] as const;
export type Transport = (typeof TRANSPORTS)[number];

/** One instrument as the agent is told of it. */
export const InstrumentConfigSchema = v.object({
  id: v.pipe(v.number(), v.integer()),
  name: v.string(),
  transport: v.picklist(TRANSPORTS),
  host: v.string(),
  port: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(65_535)),
  map: CommandMapSchema,
});
export type InstrumentConfig = v.InferOutput<typeof InstrumentConfigSchema>;
