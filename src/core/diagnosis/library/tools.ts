/** What checks may need besides the craft. The shop says which of it is at hand; "a second person" counts as well. */
export const TOOLS = [
  "cell checker",
  "charged pack",
  "current limiter",
  "hand-held tachometer",
  "meter",
  "milliohm meter",
  "oscilloscope",
  "pitch gauge",
  "prop balancer",
  "scale",
  "second person",
  "second ground receiver",
  "second transmitter",
  "servo tester",
  "soldering iron",
  "spirit level",
  "thermometer",
  "thrust stand",
  "USB lead",
  "wattmeter",
] as const;

/** Something a check may need. */
export type Tool = (typeof TOOLS)[number];
