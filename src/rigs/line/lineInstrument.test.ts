import net from "node:net";
import { type InstrumentConfig } from "../commandMap";
import { startLineServer } from "../simulated/lineServer";
import { connectLine, SILENCE_MS } from "./lineInstrument";
import { PushedInstrument } from "./PushedInstrument";

const map: InstrumentConfig["map"] = {
  format: "pitstopa-command-map/1",
  channels: [{ channel: "thrust", query: "newton", factor: 1 }],
  output: null,
};
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const identity = { maker: "Home-made", model: "Stand", serial: "1", firmware: "1" };
const servers: { close(): Promise<void> }[] = [];
afterEach(async () => void (await Promise.all(servers.splice(0).map((server) => server.close()))));

describe("a stand over TCP", () => {
  it("is known by its identity and gives its newest reading", async () => {
    let newton = 1;
    const server = await startLineServer(0, "Home-made,Stand,1,1", () => `newton ${newton}, mood 3`, 10);
    servers.push(server);
    const stand = await connectLine({ host: "127.0.0.1", port: server.port }, map);
    expect(stand).toMatchObject({ identity, channels: ["thrust"], output: null });
    expect(await stand.measure()).toEqual({ thrust: 1 });
    newton = 2;
    await sleep(60);
    expect(await stand.measure()).toEqual({ thrust: 2 });
    stand.close();
    await expect(stand.measure()).rejects.toThrow(/lost: closed by the agent/);
  });

  it("is lost when its plug is pulled, and says so also to who asks later", async () => {
    const server = await startLineServer(0, "Home-made,Stand,1,1", () => "newton 1", 10);
    servers.push(server);
    const stand = await connectLine({ host: "127.0.0.1", port: server.port }, map);
    const heard: string[] = [];
    stand.onLost((reason) => heard.push(reason));
    server.dropAll();
    await sleep(60);
    stand.onLost((reason) => heard.push(reason));
    expect(heard).toEqual(["the connection was closed", "the connection was closed"]);
  });

  it("is lost when it falls silent, though its line stands", async () => {
    let isSilent = false;
    const silent = net.createServer((socket) => {
      socket.write("# Home-made,Stand,1,1\n");
      const timer = setInterval(() => !isSilent && socket.write("newton 4\n"), 20);
      socket.on("close", () => clearInterval(timer));
      socket.on("error", () => {});
    });
    await new Promise<void>((resolve) => silent.listen(0, "127.0.0.1", resolve));
    const stand = await connectLine({ host: "127.0.0.1", port: (silent.address() as net.AddressInfo).port }, map);
    const lost = new Promise<string>((resolve) => stand.onLost(resolve));
    isSilent = true;
    const silentMs = performance.now();
    expect(await lost).toMatch(/^silent for \d+ ms$/);
    expect(performance.now() - silentMs).toBeLessThan(SILENCE_MS + 200);
    silent.close();
  });

  it("is no stand when it never says who it is, or nobody listens", async () => {
    const mute = net.createServer((socket) => void socket.on("error", () => {}));
    await new Promise<void>((resolve) => mute.listen(0, "127.0.0.1", resolve));
    const { port } = mute.address() as net.AddressInfo;
    await expect(connectLine({ host: "127.0.0.1", port }, map)).rejects.toThrow(/No stand answers .* \(silent for/);
    mute.close();
    await sleep(20);
    await expect(connectLine({ host: "127.0.0.1", port }, map)).rejects.toThrow(/No stand answers/);
  });
});

describe("a stand on the page's serial port", () => {
  const config = { id: 1, name: "Stand", transport: "serial" as const, host: "", port: 0, map };

  it("takes its own channels only, and is lost when the page sends nothing more", async () => {
    const stand = new PushedInstrument(config, identity);
    await expect(stand.measure()).rejects.toThrow(/nothing came from it yet/);
    stand.push({ thrust: 3, mood: 1 });
    expect(await stand.measure()).toEqual({ thrust: 3 });
    const lost = new Promise<string>((resolve) => stand.onLost(resolve));
    const keepAlive = setInterval(() => {}, 100); // its own watch does not keep the process
    expect(await lost).toMatch(/nothing more came/);
    clearInterval(keepAlive);
    await expect(stand.measure()).rejects.toThrow(/lost/);
  });
});
