import { TOOLS } from "@/core/diagnosis/library/tools";
import { PART_KIND_LIST } from "@/core/craft/partKinds";
import { type WorkshopContent } from "./workshop.schema";

/** Until a lead says otherwise: all is at hand, and prices are invented round figures to be replaced by the shop's own. */
export const DEFAULT_WORKSHOP: WorkshopContent = {
  tools: [...TOOLS],
  spares: [...PART_KIND_LIST],
  labourCentsPerHour: 5400,
  partCents: {
    pack: 3200,
    power_lead: 600,
    current_sensor: 1200,
    board_lead: 400,
    regulator: 900,
    esc: 2400,
    motor: 1900,
    prop: 300,
    frame: 1800,
    flight_controller: 7500,
    receiver: 2200,
    antenna: 500,
    satellite: 3400,
    camera: 2800,
    camera_lead: 300,
    video_transmitter: 4200,
    video_antenna: 900,
    servo: 1700,
    gimbal: 12000,
    rotor_head: 5200,
  },
  retestMinutes: 20,
  proofMinutes: 30,
  givenUpCents: 40000,
  isLearning: true,
  currency: "cr",
  shopName: "",
  timeZone: "",
  paper: "A4",
};
