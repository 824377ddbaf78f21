/** A motor of a layout: where it stands, and which way it turns with the props turning in at the front. */
export interface LayoutMotor {
  id: string;
  /** Forward and to the right of the middle, in arms. */
  x: number;
  y: number;
  /** Seen from above: 1 clockwise, -1 counter-clockwise; 0 where direction makes no yaw (a tail or a wing's motor). */
  turns: 1 | -1 | 0;
  level?: "upper" | "lower";
}

/** What else moves: a surface or a tilting tail, by what a raised signal does to the craft. */
export interface LayoutServo {
  id: string;
  /** Signs of roll (right side down), pitch (nose up) and yaw (nose right) that its movement for a command of that axis gives; 0 for none. */
  roll: number;
  pitch: number;
  yaw: number;
}

/** A frame: its motors in the order of their names, and its servos. */
export interface MotorLayout {
  id: string;
  name: string;
  motors: readonly LayoutMotor[];
  servos: readonly LayoutServo[];
}

const corner = (id: string, bearingDeg: number, turns: 1 | -1, level?: "upper" | "lower"): LayoutMotor => ({
  id,
  x: tidy(Math.cos((bearingDeg * Math.PI) / 180)),
  y: tidy(Math.sin((bearingDeg * Math.PI) / 180)),
  turns,
  ...(level ? { level } : {}),
});
const tidy = (value: number) => Math.round(value * 1e6) / 1e6;
const pair = (id: string, bearingDeg: number, upper: 1 | -1): LayoutMotor[] => [
  corner(`${id} upper`, bearingDeg, upper, "upper"),
  corner(`${id} lower`, bearingDeg, -upper as 1 | -1, "lower"),
];

/** Layouts by the geometry of their frames; which way neighbours turn is common practice, no published source. */
export const MOTOR_LAYOUTS: readonly MotorLayout[] = [
  {
    id: "quad-x",
    name: "Quad X",
    motors: [
      corner("front right", 45, -1),
      corner("rear right", 135, 1),
      corner("rear left", 225, -1),
      corner("front left", 315, 1),
    ],
    servos: [],
  },
  {
    id: "quad-plus",
    name: "Quad +",
    motors: [corner("front", 0, 1), corner("right", 90, -1), corner("rear", 180, 1), corner("left", 270, -1)],
    servos: [],
  },
  {
    id: "hex",
    name: "Hex",
    motors: [30, 90, 150, 210, 270, 330].map((bearing, index) =>
      corner(
        ["front right", "right", "rear right", "rear left", "left", "front left"][index]!,
        bearing,
        index % 2 ? 1 : -1,
      ),
    ),
    servos: [],
  },
  {
    id: "octo",
    name: "Octo, flat",
    motors: [22.5, 67.5, 112.5, 157.5, 202.5, 247.5, 292.5, 337.5].map((bearing, index) =>
      corner(
        [
          "front right",
          "right front",
          "right rear",
          "rear right",
          "rear left",
          "left rear",
          "left front",
          "front left",
        ][index]!,
        bearing,
        index % 2 ? 1 : -1,
      ),
    ),
    servos: [],
  },
  {
    id: "octo-coaxial",
    name: "Octo, coaxial",
    motors: [
      ...pair("front right", 45, -1),
      ...pair("rear right", 135, 1),
      ...pair("rear left", 225, -1),
      ...pair("front left", 315, 1),
    ],
    servos: [],
  },
  {
    id: "y6",
    name: "Y6",
    motors: [...pair("front right", 60, -1), ...pair("rear", 180, -1), ...pair("front left", 300, -1)],
    servos: [],
  },
  {
    id: "tricopter",
    name: "Tricopter",
    motors: [corner("front right", 60, 1), corner("front left", 300, -1), { id: "tail", x: -1, y: 0, turns: 0 }],
    servos: [{ id: "tail tilt", roll: 0, pitch: 0, yaw: 1 }],
  },
  {
    id: "twin",
    name: "Twin wing",
    motors: [
      { id: "right", x: 0, y: 1, turns: 0 },
      { id: "left", x: 0, y: -1, turns: 0 },
    ],
    servos: [
      { id: "elevator", roll: 0, pitch: 1, yaw: 0 },
      { id: "aileron", roll: 1, pitch: 0, yaw: 0 },
    ],
  },
  {
    id: "wing",
    name: "Flying wing",
    motors: [{ id: "motor", x: 0, y: 0, turns: 0 }],
    servos: [
      { id: "left elevon", roll: 1, pitch: 1, yaw: 0 },
      { id: "right elevon", roll: -1, pitch: 1, yaw: 0 },
    ],
  },
  {
    id: "v-tail",
    name: "V-tail",
    motors: [{ id: "motor", x: 1, y: 0, turns: 0 }],
    servos: [
      { id: "left ruddervator", roll: 0, pitch: 1, yaw: -1 },
      { id: "right ruddervator", roll: 0, pitch: 1, yaw: 1 },
      { id: "aileron", roll: 1, pitch: 0, yaw: 0 },
    ],
  },
  {
    id: "flaperon",
    name: "Flaperons",
    motors: [{ id: "motor", x: 1, y: 0, turns: 0 }],
    servos: [
      { id: "left flaperon", roll: 1, pitch: 0, yaw: 0 },
      { id: "right flaperon", roll: -1, pitch: 0, yaw: 0 },
      { id: "elevator", roll: 0, pitch: 1, yaw: 0 },
      { id: "rudder", roll: 0, pitch: 0, yaw: 1 },
    ],
  },
];
