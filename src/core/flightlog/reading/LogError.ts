/** A file that is no log, or none that can be read; `message` says why and what to do. */
export class LogError extends Error {}
