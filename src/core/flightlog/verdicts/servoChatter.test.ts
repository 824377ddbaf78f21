import { gaussian, seededRandom } from "@/sim/random";
import { viewOfChannels } from "../flightView.fixture";
import { servoChatter } from "./servoChatter";

const RATE_HZ = 100;
const SECONDS = 60;

/** A servo that jumps by so many degrees with the throttle, in a flight whose throttle is as told. */
function flight(throttleOf: (atS: number) => number, jumpsOf: (throttle: number) => number, follows = 0) {
  const random = seededRandom(5);
  const make = (of: (row: number) => number) => Float64Array.from({ length: SECONDS * RATE_HZ }, (_, row) => of(row));
  const rate = make(() => 10 * gaussian(random));
  const throttle = make((row) => throttleOf(row / RATE_HZ));
  const elevator = make((row) => follows * rate[row]! + jumpsOf(throttle[row]!) * gaussian(random));
  return viewOfChannels({ gyro_pitch: rate, throttle, elevator, altitude: make(() => 20) }, RATE_HZ, "helicopter");
}

const pulled = (at: number) => 0.5 + 0.3 * Math.sin(at / 3);
/** A governor holds it from spool-up to landing. */
const governed = (at: number) => (at > 5 && at < 55 ? 0.7 : 0);
const withThrottle = (throttle: number) => (throttle > 0.6 ? 2 : 0.2);

describe("a servo that jumps with the throttle", () => {
  it.each([
    ["pulled by hand", pulled],
    ["held by a governor", governed],
  ])("is named, throttle %s", (_, throttleOf) => {
    expect(servoChatter(flight(throttleOf, withThrottle))).toMatchObject([{ code: "servo-chatter", axis: "pitch" }]);
  });

  it("is not named where it jumps alike at all throttles, hardly, or as the rates ask", () => {
    expect(servoChatter(flight(pulled, () => 2))).toEqual([]);
    expect(servoChatter(flight(pulled, () => 0.1))).toEqual([]);
    expect(servoChatter(flight(pulled, () => 0.1, 0.3))).toEqual([]);
  });

  it("is not named where the throttle never stood low", () => {
    expect(servoChatter(flight(() => 0.7, withThrottle))).toEqual([]);
  });
});
