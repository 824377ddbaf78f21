/** The header by which the door shows the web process that a call came through it. */
export const DOOR_HEADER = "x-pitstopa-door";
