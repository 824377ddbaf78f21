import { useEffect, useEffectEvent, useState } from "react";

/**
 * Takes files that are dropped anywhere on the page.
 *
 * @returns True while files are held over it.
 */
export function useFileDrop(onFiles: (files: File[]) => void): boolean {
  const [isOver, setOver] = useState(false);
  const take = useEffectEvent((files: File[]) => onFiles(files));
  useEffect(() => {
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes("Files") ?? false;
    const over = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault(); // or the browser opens the file in place of the page
      setOver(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const drop = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setOver(false);
      take([...event.dataTransfer!.files]);
    };
    document.addEventListener("dragover", over);
    document.addEventListener("dragleave", leave);
    document.addEventListener("drop", drop);
    return () => {
      document.removeEventListener("dragover", over);
      document.removeEventListener("dragleave", leave);
      document.removeEventListener("drop", drop);
    };
  }, []);
  return isOver;
}
