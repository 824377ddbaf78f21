/**
 * Runs work after what has already arrived on the sockets was taken in. A process that stood still finds its timers due before
 * it has read what came meanwhile: who judges a silence then must read first.
 */
export function afterArrivals(work: () => void): void {
  setImmediate(work);
}
