import { findLogUnit } from "./logUnits";

describe("findLogUnit", () => {
  it.each([
    ["degrees per second", "deg/s"],
    ["Degree/Second", "deg/s"],
    ["radians per second", "rad/s"],
    ["metres per second squared", "m/s^2"],
    ["meters/second^2", "m/s^2"],
    ["kilometres per hour", "km/h"],
    ["milliampere hours", "mAh"],
    ["milliamp-hours", "mAh"],
    ["revolutions per minute", "rpm"],
    ["per cent", "%"],
    ["Microseconds", "us"],
    ["millivolts", "mV"],
    ["degrees Celsius", "°C"],
    ["microtesla", "uT"],
  ])("reads %s as %s", (spelled, symbol) => {
    expect(findLogUnit(spelled)).toEqual(findLogUnit(symbol));
    expect(findLogUnit(spelled)).not.toBeNull();
  });

  it.each(["per", "second degree", "squared", "hour", "flights per day", "constructor"])("knows no %s", (word) =>
    expect(findLogUnit(word)).toBeNull(),
  );
});
