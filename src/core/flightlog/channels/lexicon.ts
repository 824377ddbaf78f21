import { type Axis } from "./roles";

/** Words that headings use, in lower case. Common practice, no published source. */
const words = (text: string) => new Set(text.split(" "));

export const AXIS_WORDS: Readonly<Record<Axis, ReadonlySet<string>>> = {
  roll: words("roll rol lean bank banking phi lateral"),
  pitch: words("pitch pit slope nose theta climbangle"),
  yaw: words("yaw heading hdg direction bearing psi azimuth compass turnrate"),
};
export const TIME_WORDS = words(
  "time t when clock timestamp stamp elapsed since start seconds ms us timeus micros millis tick uptime",
);
export const TARGET_WORDS = words(
  "target targets goal setpoint sp desired des wanted want cmd command commanded demand demanded requested request req ref reference set aim aimed nominal soll wish wished asked tgt dem",
);
export const STICK_WORDS = words("stick sticks hand hands rc pilot transmitter tx sender knob channel ch");
export const THROTTLE_WORDS = words("throttle thr gas power pwr lever thrott");
export const MOTOR_WORDS = words(
  "motor motors mot m prop props propeller rotor esc out output o engine drive thruster arm duty",
);
export const RPM_WORDS = words("rpm erpm speed revs rev n spin turns tacho rotor rotation");
export const HEAD_WORDS = words("head headspeed main mainrotor hs nr hrpm");
export const SERVO_WORDS = words("servo servos srv surface sv sw swash");
export const ELEVATOR_WORDS = words("elevator elev ele el hr heightrudder");
export const AILERON_WORDS = words("aileron ailerons ail ai qr crossrudder");
export const ELEVON_WORDS = words("elevon elevons");
export const RUDDER_WORDS = words("rudder rud ru rd siderudder");
export const ACC_WORDS = words("acc accel acceleration accelerometer force f g load a specific imu");
export const GYRO_WORDS = words("gyro gyr gyros rate rates turn omega w angular rotation spin speed rs");
export const ATTITUDE_WORDS = words("attitude att angle tilt lean th euler");
export const RAIL_WORDS = words(
  "rail vcc logic bec board regulator reg vreg fc controller supply bus v5 servorail electronics",
);
export const PACK_WORDS = words("pack battery batt bat vbat accu akku lipo main supply total vbatt");
export const CELL_WORDS = words("cell cells");
export const LINK_WORDS = words("link lq uplink reception signal rx quality receiver rssi radio lqi contact strength");
export const FAILSAFE_WORDS = words("failsafe fs rxloss lost linklost");
export const ARMED_WORDS = words("armed arm arming go motorson enabled live");
export const MODE_WORDS = words(
  "mode program stab assist help stabiliser stabilizer flightmode state gyroon stabon aid on",
);
export const ALTITUDE_WORDS = words("altitude alt height level above elevation baro z h ht up agl hoehe");
export const CLIMB_WORDS = words("climb vario sink vz vertical vspeed climbrate");
export const AIR_WORDS = words("air airspeed airflow ias tas pitot cas");
export const GROUND_WORDS = words("ground gnd groundspeed spd gps sog gs over gspeed satspeed");
export const COURSE_WORDS = words("course cog track ground motion");
export const LATITUDE_WORDS = words("lat latitude breite");
export const LONGITUDE_WORDS = words("lon lng long longitude laenge");
export const SATELLITE_WORDS = words("satellites satellite sats sat numsat sv svs birds nsat");
export const FIELD_WORDS = words("field mag magnetic magnetometer compassfield magnet");
export const PROCESSOR_WORDS = words("cpu processor cpuload proc mcu brain");
export const LOOP_WORDS = words("loop cycle looptime cycletime period dt");
export const USED_WORDS = words("used consumed capacity charge drawn mah taken spent mahused");
export const TEMPERATURE_WORDS = words("temp temperature celsius heat");
export const CURRENT_WORDS = words("current amps amp curr amperage ampere i");
export const VOLTAGE_WORDS = words("voltage volts volt v u vbat vbatt tension");

/** Beside one of these a figure is another thing's, or a bound and no reading: the wind's direction, the gimbal's pitch, a limit. */
export const FOREIGN_WORDS = words(
  "gimbal camera cam wind sun antenna declination ceiling geoid separation fan cooling charger humidity card blade cyclic limit max maximum " +
    "warning alarm threshold fence home waypoint wp tip timing backup station video vtx view hover remaining",
);
/** Packs that are not the craft's. */
export const OTHER_SUPPLY_WORDS = words("transmitter tx goggles rssi sender");
