/** The agent's requests, for the route handlers that pass them on. */
export { BeatRequest, OperatorRequest, StopRequest } from "@/rigs/runProtocol";
