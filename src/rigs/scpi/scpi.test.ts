import net from "node:net";
import { DEMO_DRIVES } from "../../sim/demoDrives";
import { SIMULATED_INSTRUMENTS, simulatedPorts } from "../simulated/simulatedInstruments";
import { chooseSimulatedDrive } from "../simulated/chooseSimulatedDrive";
import { type LoopbackServer } from "../simulated/listen";
import { startScpiServer } from "../simulated/scpiServer";
import { type SimulatedBench, startSimulatedBench } from "../simulated/startSimulatedBench";
import { ANSWER_TIMEOUT_MS, ScpiConnection } from "./ScpiConnection";
import { connectScpi } from "./scpiInstrument";

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const servers: { close(): Promise<void> }[] = [];
afterEach(async () => void (await Promise.all(servers.splice(0).map((server) => server.close()))));

/** An instrument that answers as told, and keeps what it heard. */
async function instrument(answers: Record<string, string>) {
  const heard: string[] = [];
  const server = await startScpiServer(0, (command, argument) => {
    heard.push(argument ? `${command} ${argument}` : command);
    return answers[command];
  });
  servers.push(server);
  return { server, heard, at: { host: "127.0.0.1", port: server.port } };
}
const open = ({ port }: LoopbackServer) => ScpiConnection.open("127.0.0.1", port);

describe("ScpiConnection", () => {
  it("gives each query its own answer, in order, however many are waiting", async () => {
    const { server } = await instrument({ "A?": "1", "B?": "2", "C?": "3" });
    const line = await open(server);
    expect(await Promise.all([line.query("A?"), line.query("B?"), line.query("C?")])).toEqual(["1", "2", "3"]);
    line.drop("done");
  });

  it("joins the answers to one message, as IEEE 488.2 wants it", async () => {
    const { server } = await instrument({ "MEAS:VOLT?": "12.1", "MEAS:CURR?": "3.4" });
    const line = await open(server);
    expect(await line.query("MEAS:VOLT?;:MEAS:CURR?")).toBe("12.1;3.4");
    line.drop("done");
  });

  it("takes an answer that lies in the socket already, though its own process stood still beyond the time for it", async () => {
    const timeoutMs = 60;
    const server = net.createServer((socket) => {
      socket.on("error", () => undefined); // a line that was given up is reset
      socket.on("data", () => {
        socket.write("12.5\n");
        // Before the answer is read, and with the timer due when it goes on.
        setImmediate(() => {
          const untilMs = performance.now() + 2 * timeoutMs;
          while (performance.now() < untilMs);
        });
      });
    });
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    const line = await ScpiConnection.open("127.0.0.1", (server.address() as net.AddressInfo).port);
    await expect(line.query("MEAS:VOLT?", timeoutMs)).resolves.toBe("12.5");
    line.drop("done");
    server.close();
  });

  it("puts an answer together that comes in pieces", async () => {
    const server = net.createServer((socket) => {
      socket.on("data", () => {
        socket.write("12.");
        setTimeout(() => socket.write("5\n"), 30);
      });
    });
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    const line = await ScpiConnection.open("127.0.0.1", (server.address() as net.AddressInfo).port);
    expect(await line.query("MEAS:VOLT?")).toBe("12.5");
    line.drop("done");
    server.close();
  });

  it("gives a silent instrument up, and everything that waits for it", async () => {
    const { server } = await instrument({});
    const line = await open(server);
    const lost: string[] = [];
    line.onLost((reason) => lost.push(reason));
    const startedMs = performance.now();
    const both = await Promise.allSettled([line.query("A?"), line.query("B?")]);
    expect(both.map(({ status }) => status)).toEqual(["rejected", "rejected"]);
    expect(performance.now() - startedMs).toBeLessThan(ANSWER_TIMEOUT_MS + 150);
    expect(lost).toEqual([expect.stringMatching(/no answer to A\? within 250 ms/)]);
    expect(() => line.send("OUTP OFF")).toThrow(/is lost/);
    await expect(line.query("A?")).rejects.toThrow(/is lost/);
  });

  it("says at once when the plug is pulled, also to those who ask later", async () => {
    const { server } = await instrument({});
    const line = await open(server);
    const early: string[] = [];
    line.onLost((reason) => early.push(reason));
    server.dropAll();
    await sleep(50);
    const late: string[] = [];
    line.onLost((reason) => late.push(reason));
    expect(early).toHaveLength(1);
    expect(late).toEqual(early);
  });

  it("says when nothing listens", async () => {
    const { server } = await instrument({});
    await server.close();
    await expect(open(server)).rejects.toThrow(/No instrument answers at 127\.0\.0\.1:/);
  });
});

const mapOf = (key: string) => SIMULATED_INSTRUMENTS.find((each) => each.key === key)!.map;
const identity = "Marrow,Meter,M1,1.0";
const METER = mapOf("wattmeter");
const THROTTLE = mapOf("throttle");

describe("instruments over SCPI", () => {
  it("reads who they are, and refuses what has no identity", async () => {
    const good = await instrument({ "*IDN?": identity });
    const meter = await connectScpi(good.at, METER);
    expect(meter.identity).toEqual({ maker: "Marrow", model: "Meter", serial: "M1", firmware: "1.0" });
    meter.close();
    const odd = await instrument({ "*IDN?": "hello" });
    await expect(connectScpi(odd.at, METER)).rejects.toThrow(/answered \*IDN\? with "hello"/);
  });

  it("refuses a reading that is no pair of numbers", async () => {
    const { at } = await instrument({ "*IDN?": identity, "MEAS:VOLT?": "12.0", "MEAS:CURR?": "----" });
    const meter = await connectScpi(at, METER);
    await expect(meter.measure()).rejects.toThrow(/"12\.0;----", not numbers for voltage, current/);
    meter.close();
  });

  it("reports what the throttle output complains of", async () => {
    const { at } = await instrument({ "*IDN?": identity, "SYST:ERR?": "-222,Data out of range" });
    const throttle = await connectScpi(at, THROTTLE);
    await expect(throttle.output!.set({ step: 0, throttle: 2, output: 0, pulseS: null })).rejects.toThrow(
      /-222,Data out of range/,
    );
    throttle.close();
  });

  it("switches off first when it cuts, and hangs up on an output that does not obey", async () => {
    const stubborn = await instrument({ "*IDN?": identity, "SYST:ERR?": "0", "OUTP?": "1" });
    const throttle = await connectScpi(stubborn.at, THROTTLE);
    const lost: string[] = [];
    throttle.onLost((reason) => lost.push(reason));
    await throttle.output!.cut();
    expect(stubborn.heard.slice(1, 3)).toEqual(["OUTP OFF", "SOUR:THR 0"]);
    expect(lost).toEqual([expect.stringMatching(/did not switch off/)]);
  });
});

describe("the simulated bench", () => {
  let bench: SimulatedBench;
  beforeEach(async () => {
    bench = await startSimulatedBench({ drives: DEMO_DRIVES, seed: 1 });
    servers.push(bench);
  });
  const throttleLine = () => ScpiConnection.open("127.0.0.1", bench.ports.throttle);

  it("answers errors once and then forgets them, as SYST:ERR? does", async () => {
    const line = await throttleLine();
    line.send("SOUR:THR 1.5");
    expect(await line.query("SYST:ERR?")).toMatch(/^-222/);
    expect(await line.query("SYST:ERR?")).toMatch(/^0/);
    line.send("SOUR:VOLT 3");
    expect(await line.query("SYST:ERR?")).toMatch(/^-113/);
    line.drop("done");
  });

  it("moves only while its output is on, and stops when its master is gone", async () => {
    const meter = await connectScpi({ host: "127.0.0.1", port: bench.ports.wattmeter }, METER);
    const line = await throttleLine();
    line.send("SOUR:THR 0.5");
    await sleep(300);
    expect((await meter.measure()).current!).toBeLessThan(2); // standby only
    line.send("OUTP ON");
    await sleep(900);
    expect((await meter.measure()).current!).toBeGreaterThan(8);
    line.drop("the agent has died");
    await sleep(300);
    expect(bench.throttleEvents.at(-1)!.throttle).toBe(0);
    expect((await meter.measure()).current!).toBeLessThan(2);
    meter.close();
  });

  it("takes the drive it is told, and refuses one it does not have", async () => {
    const at = { host: "127.0.0.1", port: bench.ports.throttle };
    await chooseSimulatedDrive(at, { drive: "glider", defect: "tired-pack", severity: 3, seed: 1 });
    const meter = await connectScpi({ host: "127.0.0.1", port: bench.ports.wattmeter }, METER);
    expect((await meter.measure()).voltage!).toBeCloseTo(3 * (4.05 - 0.15), 0);
    await expect(
      chooseSimulatedDrive(at, { drive: "steam-engine", defect: null, severity: 2, seed: 1 }),
    ).rejects.toThrow(/Illegal parameter value;steam-engine/);
    meter.close();
  });
});

describe("simulatedPorts", () => {
  it("reads a port for each instrument, and says what it found instead", () => {
    expect(simulatedPorts("1,2,3,4,5,6,7")).toMatchObject({ throttle: 1, telemetry: 7 });
    expect(() => simulatedPorts("1,2")).toThrow('RIG_SIMULATED must hold 7 ports, found "1,2"');
    expect(() => simulatedPorts("nowhere")).toThrow(/found "nowhere"/);
  });
});

describe("a command map with a factor", () => {
  it("turns the instrument's unit into the channel's", async () => {
    const { at } = await instrument({ "*IDN?": identity, "MEAS:CURR?": "3400" });
    const map = { ...METER, channels: [{ channel: "current", query: "MEAS:CURR?", factor: 1e-3 }] };
    const meter = await connectScpi(at, map);
    expect(await meter.measure()).toEqual({ current: 3.4 });
    meter.close();
  });
});
