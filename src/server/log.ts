import "server-only";
import pino from "pino";

/** The log of this process: one JSON object a line on standard output. */
export const log = pino({ name: "pitstopa", level: process.env.LOG_LEVEL ?? "info" });
