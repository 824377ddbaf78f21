import { TextDecoder, TextEncoder } from "node:util";
import "@testing-library/jest-dom";
import { cleanup } from "@testing-library/react";

/** What a browser has and jsdom lacks; the components only ask for it. */
window.matchMedia ??= (query: string) =>
  ({
    matches: false,
    media: query,
    onchange: null,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
    dispatchEvent: () => false,
  }) as MediaQueryList;
window.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
/**
 * What an element itself says of its look. jsdom matches each rule of the controls' style sheets anew for each element that a
 * test's query passes, which took nine tenths of these tests' time; no test looks at what a sheet says.
 */
window.getComputedStyle = (element: Element) => (element as HTMLElement).style;
Object.assign(globalThis, { TextDecoder, TextEncoder });
/** Only what is sent matters, not the ports themselves. */
globalThis.MessageChannel ??= class {
  port1 = { onmessage: null as null | ((event: object) => void) };
  port2 = { postMessage: (data: unknown) => setTimeout(() => this.port1.onmessage?.({ data }), 0) };
} as unknown as typeof MessageChannel;

afterEach(cleanup);
