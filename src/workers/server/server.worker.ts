import { TASKS, type TaskCall } from "./tasks";

/** A worker of the server's pool: does the task it is sent, and knows nothing of database or session. */
export default function work({ task, input }: TaskCall): unknown {
  return TASKS[task](input as never);
}
