/** The kinds of parts a craft is made of, as the shop speaks of them. */
export const PART_KINDS = {
  pack: "Pack",
  power_lead: "Main lead and connector",
  current_sensor: "Current sensor",
  board_lead: "Board's supply lead",
  regulator: "5 V regulator",
  esc: "ESC",
  motor: "Motor",
  prop: "Prop",
  frame: "Frame or arm",
  flight_controller: "Flight controller",
  receiver: "Receiver",
  antenna: "Receiver antenna",
  satellite: "Satellite and compass unit",
  camera: "Camera",
  camera_lead: "Camera lead",
  video_transmitter: "Video transmitter",
  video_antenna: "Video antenna",
  servo: "Servo",
  gimbal: "Gimbal",
  rotor_head: "Rotor head",
} as const;

/** A kind of part. */
export type PartKind = keyof typeof PART_KINDS;

/** All kinds, in the order they are listed. */
export const PART_KIND_LIST = Object.keys(PART_KINDS) as PartKind[];
