import { seen } from "../family";

/** What is seen of camera and gimbal. Trade judgement and guesses; no published source. */
export const ofTheCamera = [
  seen(
    "horizon-leans",
    "gimbal",
    0.01,
    ["Horizon leans in the picture", "Horizon is level"],
    {
      "gimbal-level": 0.95,
      "gimbal-arm": 0.6,
      "gimbal-motor": 0.3,
      "accelerometer-uncalibrated": 0.2,
      "gimbal-unbalanced": 0.2,
    },
    ["tilted", "gimbal", "crooked"],
  ),
  seen(
    "gimbal-trembles",
    "gimbal",
    0.01,
    ["Gimbal trembles or hangs", "Gimbal holds still"],
    {
      "gimbal-motor": 0.9,
      "gimbal-unbalanced": 0.7,
      "gimbal-ribbon": 0.6,
      "gimbal-arm": 0.5,
      "gimbal-dampers": 0.2,
    },
    ["twitch", "limp", "overload"],
  ),
  seen(
    "picture-wobbles",
    "gimbal",
    0.02,
    ["Picture wobbles like jelly", "Picture is still"],
    {
      "gimbal-dampers": 0.9,
      "prop-unbalanced": 0.6,
      "prop-nicked": 0.6,
      "motor-bearing": 0.4,
      "motor-shaft": 0.5,
      "gimbal-unbalanced": 0.2,
    },
    ["jello", "waves", "vibration"],
  ),
  seen(
    "picture-soft",
    "gimbal",
    0.02,
    ["Recorded picture is soft or flared", "Recorded picture is sharp"],
    { "lens-dirty": 0.93, "gimbal-dampers": 0.1 },
    ["blurry", "unsharp", "focus"],
  ),
  seen(
    "recording-stops",
    "gimbal",
    0.01,
    ["Recording stops or files break", "Recordings are whole"],
    { "card-slow": 0.9, "gimbal-ribbon": 0.2, "camera-rail": 0.1 },
    ["sd card", "file", "corrupt"],
  ),
];
