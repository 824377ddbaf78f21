import net from "node:net";
import { type InstrumentConfig } from "../commandMap";
import { type Cut, SAMPLE_RATE_HZ } from "../runProtocol";
import { startScpiServer } from "../simulated/scpiServer";
import { DEMO_DRIVES } from "../../sim/demoDrives";
import { type SimulatedBench, startSimulatedBench } from "../simulated/startSimulatedBench";
import { type Instrument } from "../instruments";
import { addListener } from "../listeners";
import { RigAgent } from "./RigAgent";
import { RigRun } from "./RigRun";
import { type RunStore } from "./runStore";

/*
 * Somebody else on the instruments' network: a web page, a second program, a second person. What they do must not turn a prop, and
 * what they did must not be recorded as ours.
 */
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
let cutOfRun: Cut | null = null;
const store: RunStore = {
  markRunning: async () => {},
  closeAbandoned: async () => {},
  appendSamples: async () => {},
  finish: async (_, cut) => void (cutOfRun = cut),
};
const token = "operator";
const order = {
  runId: 1,
  operatorToken: token,
  profile: [{ name: "hold", throttle: 0.3, holdS: 4 }],
  limits: {},
  rateHz: SAMPLE_RATE_HZ,
};
let agent: RigAgent;
const said: string[] = [];
beforeEach(() => {
  cutOfRun = null;
  said.length = 0;
  agent = new RigAgent({ store, log: (message) => said.push(message) });
});
afterEach(() => agent.close());

/** Sends bytes as they are, and gives what came back until the line was closed or went quiet. */
function tell(port: number, text: string, waitMs = 250): Promise<{ heard: string; isClosed: boolean }> {
  return new Promise((resolve) => {
    let heard = "";
    let isClosed = false;
    const socket = net.createConnection({ host: "127.0.0.1", port });
    socket.on("error", () => (isClosed = true));
    socket.on("close", () => (isClosed = true));
    socket.on("data", (chunk) => (heard += String(chunk)));
    socket.on("connect", () => socket.write(text));
    setTimeout(() => {
      resolve({ heard, isClosed });
      socket.destroy();
    }, waitMs);
  });
}

describe("the simulated throttle box", () => {
  let bench: SimulatedBench;
  beforeEach(async () => (bench = await startSimulatedBench({ drives: DEMO_DRIVES, seed: 7 })));
  afterEach(() => bench.close());
  const now = () => bench.throttleEvents.at(-1)?.throttle ?? 0;

  it("hangs up on a web page that posts to its port, and does nothing of what it says", async () => {
    const page = "POST / HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: text/plain\r\n\r\nSOUR:THR 0.77;:OUTP ON\n";
    expect(await tell(bench.ports.throttle, page)).toMatchObject({ isClosed: true, heard: "" });
    expect(now()).toBe(0);
  });

  it("hangs up on a line that has no end", async () => {
    expect(await tell(bench.ports.throttle, "x".repeat(100_000))).toMatchObject({ isClosed: true });
  });

  it("belongs to whoever drives it first: others may ask, and are refused", async () => {
    await agent.connect(bench.instruments);
    const { heard } = await tell(bench.ports.throttle, "SOUR:THR 0.95;:OUTP ON\nSYST:ERR?\nSOUR:THR?\n");
    expect(heard).toMatch(/-203,Command protected/);
    expect(heard).toMatch(/0\.0000/);
    expect(now()).toBe(0);
  });

  it("is not moved by a second client in the middle of a run, and the run goes on", async () => {
    await agent.connect(bench.instruments);
    await agent.arm(order);
    const beating = setInterval(() => agent.beat(1, token, 0), 50);
    await agent.start(1, token);
    await sleep(300);
    await tell(bench.ports.throttle, "SOUR:THR 0.95\n");
    expect(bench.throttleEvents.map(({ throttle }) => throttle)).not.toContain(0.95);
    expect(cutOfRun).toBeNull();
    clearInterval(beating);
  });
});

/** A throttle box without a lock, as real ones are: whoever comes may set it. */
describe("a box that anybody can set", () => {
  let value = 0;
  let isOn = false;
  let box: Awaited<ReturnType<typeof startScpiServer>>;
  let meter: Awaited<ReturnType<typeof startScpiServer>>;
  let instruments: InstrumentConfig[];
  beforeEach(async () => {
    value = 0;
    isOn = false;
    box = await startScpiServer(0, (command, argument) => {
      if (command === "*IDN?") return "Unlocked,Box,B1,1.0";
      if (command === "SOUR:THR") value = Number(argument);
      if (command === "OUTP") isOn = argument === "ON";
      if (command === "SOUR:THR?") return value.toFixed(4);
      if (command === "OUTP?") return isOn ? "1" : "0";
      if (command === "SYST:ERR?") return "0,No error";
      return undefined;
    });
    meter = await startScpiServer(0, (command) => (command === "*IDN?" ? "Marrow,Meter,M1,1.0" : "12.5"));
    const format = "pitstopa-command-map/1" as const;
    const at = (id: number, name: string, port: number) => ({
      id,
      name,
      transport: "scpi" as const,
      host: "127.0.0.1",
      port,
    });
    instruments = [
      {
        ...at(1, "Box", box.port),
        map: {
          format,
          channels: [],
          output: {
            drives: "throttle",
            enable: "SOUR:THR 0;:OUTP ON",
            set: "SOUR:THR {value}",
            cut: "OUTP OFF;:SOUR:THR 0",
            confirm: "OUTP?",
            confirmed: "0",
            read: "SOUR:THR?",
            error: "SYST:ERR?",
          },
        },
      },
      {
        ...at(2, "Meter", meter.port),
        map: { format, channels: [{ channel: "current", query: "MEAS:CURR?", factor: 1 }], output: null },
      },
    ];
  });
  afterEach(async () => {
    await box.close();
    await meter.close();
  });

  it("is at zero and off once the agent has it, however it was found", async () => {
    await tell(box.port, "SOUR:THR 0.6;:OUTP ON\n");
    expect({ value, isOn }).toEqual({ value: 0.6, isOn: true });
    await agent.connect(instruments);
    expect({ value, isOn }).toEqual({ value: 0, isOn: false });
  });

  it("is cut within a second when a stranger switches it on while nobody runs anything", async () => {
    await agent.connect(instruments);
    await tell(box.port, "SOUR:THR 0.77;:OUTP ON\n", 50);
    await sleep(1000);
    expect({ value, isOn }).toEqual({ value: 0, isOn: false });
    expect(said.join(" ")).toMatch(/switched on by somebody else/);
  });

  it("cuts the run that it moves under: what was recorded as 0.3 was not", async () => {
    await agent.connect(instruments);
    await agent.arm(order);
    const beating = setInterval(() => agent.beat(1, token, 0), 50);
    await agent.start(1, token);
    await sleep(300);
    expect(value).toBe(0.3);
    await tell(box.port, "SOUR:THR 0.95\n", 50);
    await sleep(500);
    expect(cutOfRun).toMatchObject({
      cause: "output_taken",
      detail: expect.stringMatching(/stands at 0\.95, and was set to 0\.3/),
    });
    expect({ value, isOn }).toEqual({ value: 0, isOn: false });
    clearInterval(beating);
  });
});

describe("an instrument that outlives its runs", () => {
  it("is listened to by none of them any more", () => {
    const listeners: ((reason: string) => void)[] = [];
    const instrument: Instrument = {
      identity: { maker: "Marrow", model: "Meter", serial: "M1", firmware: "1" },
      channels: ["current"],
      output: null,
      measure: () => Promise.resolve({ current: 1 }),
      onLost: (listener) => addListener(listeners, listener),
      close: () => undefined,
    };
    for (let at = 0; at < 50; at++) {
      const run = new RigRun(order, { instruments: [instrument], onSamples: () => undefined, onEnd: () => undefined });
      expect(listeners).toHaveLength(1);
      run.stop();
      expect(listeners).toHaveLength(0);
    }
  });
});
