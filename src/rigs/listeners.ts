/** Adds a listener to a list. @returns What takes it off again. */
export function addListener<T>(listeners: T[], listener: T): () => void {
  listeners.push(listener);
  return () => {
    const at = listeners.indexOf(listener);
    if (at >= 0) listeners.splice(at, 1);
  };
}
