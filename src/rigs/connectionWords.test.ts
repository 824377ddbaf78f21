import net from "node:net";
import { connectInstrument } from "./connectInstrument";
import { connectionWords } from "./connectionWords";

describe("connectionWords", () => {
  it("says what a code means, and keeps the message of one it does not know", () => {
    expect(connectionWords(Object.assign(new Error("connect ENOTFOUND x"), { code: "ENOTFOUND" }))).toBe(
      "no machine has that name",
    );
    expect(connectionWords(new Error("plug fell out"))).toBe("plug fell out");
  });

  it.each(["scpi", "line"] as const)("shows no code when nothing listens (%s)", async (transport) => {
    const server = net.createServer().listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    const { port } = server.address() as net.AddressInfo;
    await new Promise((resolve) => server.close(resolve)); // free again, and nobody there
    const map = {
      format: "pitstopa-command-map/1" as const,
      channels: [{ channel: "voltage", query: "MEAS:VOLT?", factor: 1 }],
      output: null,
    };
    const config = { id: 1, name: "Meter", transport, host: "127.0.0.1", port, map };
    const failed = connectInstrument(config as never);
    await expect(failed).rejects.toThrow(/nothing listens on that port/);
    await expect(failed).rejects.not.toThrow(/ECONN/);
  });
});
