import { StandstillClock } from "./StandstillClock";

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

it("counts the time in which the process got nothing done, and only what of it lies between the two moments", async () => {
  const clock = new StandstillClock();
  await sleep(20);
  const fromMs = performance.now();
  while (performance.now() < fromMs + 200); // stands still
  const backMs = performance.now();
  await sleep(20);
  clock.stop();
  expect(clock.between(fromMs, backMs)).toBeGreaterThan(180);
  expect(clock.between(fromMs, backMs)).toBeLessThanOrEqual(backMs - fromMs);
  expect(clock.between(fromMs + 150, backMs)).toBeLessThanOrEqual(backMs - fromMs - 150);
  expect(clock.longestMs()).toBeGreaterThan(180);
});
