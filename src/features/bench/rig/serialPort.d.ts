/** The part of the Web Serial API that the page uses. @see https://wicg.github.io/serial/ */
interface SerialPortLike {
  readonly readable: ReadableStream<Uint8Array> | null;
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
}

interface Navigator {
  readonly serial?: { requestPort(): Promise<SerialPortLike> };
}
