import { rigCalls } from "./rigCalls";

const answering = (text: string, status: number) => {
  jest.spyOn(globalThis, "fetch").mockResolvedValue(new Response(text, { status }));
};
afterEach(() => jest.restoreAllMocks());

describe("a call to the rig", () => {
  it("takes an answer that was cut off half-way for no answer", async () => {
    answering('{"runId": 4, "sta', 200);
    await expect(rigCalls.status()).rejects.toMatchObject({ hasArrived: false });
  });

  it("takes a refusal for one, with its sentence", async () => {
    answering('{"message": "Another run is armed."}', 409);
    await expect(rigCalls.status()).rejects.toMatchObject({ hasArrived: true, message: "Another run is armed." });
    answering("gone", 502);
    await expect(rigCalls.status()).rejects.toMatchObject({ hasArrived: true, message: "The server answered 502." });
  });

  it("knows a server that is not there", async () => {
    jest.spyOn(globalThis, "fetch").mockRejectedValue(new TypeError("failed"));
    await expect(rigCalls.status()).rejects.toMatchObject({ hasArrived: false });
  });
});
