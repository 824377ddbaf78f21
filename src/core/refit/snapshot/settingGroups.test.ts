import { proofsOfSettings, settingGroup } from "./settingGroups";

const key = (group: string, name: string) => ({ group, key: name });

// Names as settings files of many makers write them; which group each belongs to is common practice, no published source.
describe("settingGroup", () => {
  it.each([
    ["rx", "serialrx_provider", "receiver"],
    ["", "failsafe_throttle", "failsafe"],
    ["failsafe", "delay", "failsafe"],
    ["", "RC3_MAX", "receiver"],
    ["", "channelMap", "receiver"],
    ["motor", "pwm_protocol", "motors"],
    ["", "mot_spin_min", "motors"],
    ["", "esc_telemetry", "motors"],
    ["", "mixer", "motors"],
    ["servo", "2_reversed", "surfaces"],
    ["", "aileron_trim", "surfaces"],
    ["", "swash_type", "surfaces"],
    ["pid", "p_roll", "tune"],
    ["", "gyro_lowpass_hz", "tune"],
    ["", "ATC_RAT_RLL_P", "tune"],
    ["", "rates_yaw", "tune"],
    ["modes", "aux1", "modes"],
    ["", "arming_check", "modes"],
    ["", "vtx_channel", "picture"],
    ["osd", "units", "picture"],
    ["", "gps_rescue_alt", "position"],
    ["", "nav_rth_altitude", "position"],
    ["", "home_reset", "position"],
    ["", "mag_declination", "compass"],
    ["", "vbat_scale", "meters"],
    ["", "amperage_meter_offset", "meters"],
    ["", "battery_capacity", "meters"],
    ["", "align_board_yaw", "lie"],
    ["", "gimbal_pitch_rate", "gimbal"],
    ["", "frobnicate", "other"],
  ])("[%s] %s is of %s", (group, name, expected) => expect(settingGroup(key(group, name))).toBe(expected));
});

describe("proofsOfSettings", () => {
  it("a picture's setting asks for the picture alone, no hover", () => {
    expect(proofsOfSettings([key("osd", "units")], { kind: "quad" })).toEqual(["settings", "picture-bench"]);
  });

  it("a receiver's asks for its map and the failsafe before it flies again", () => {
    const asked = proofsOfSettings([key("", "channelMap")], { kind: "quad" });
    expect(asked).toEqual(expect.arrayContaining(["receiver-map", "failsafe-bench", "arm-at-distance", "low-hover"]));
    expect(asked).not.toContain("low-pass");
  });

  it("what nobody knows asks for all that a changed setting asks for, and a wing passes instead of hovering", () => {
    const asked = proofsOfSettings([key("", "frobnicate")], { kind: "fixed wing" });
    expect(asked).toEqual(expect.arrayContaining(["settings", "failsafe-bench", "low-pass"]));
    expect(asked).not.toContain("low-hover");
  });

  it("none changed, none asked", () => expect(proofsOfSettings([], { kind: "quad" })).toEqual([]));
});
