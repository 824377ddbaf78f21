"use client";

import { type DragEvent, type ReactNode, useState } from "react";
import styles from "./TableDrop.module.css";

/** Takes tables that are dropped anywhere on what it holds; the same is done by the button “Take files”. */
export function TableDrop({
  isOff,
  onFiles,
  children,
}: {
  isOff: boolean;
  onFiles: (files: File[]) => void;
  children: ReactNode;
}) {
  const [isOver, setOver] = useState(false);
  const hasFiles = ({ dataTransfer }: DragEvent) => !isOff && [...dataTransfer.types].includes("Files");
  return (
    <div
      className={styles.area}
      onDragOver={(event) => {
        if (!hasFiles(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={(event) => {
        if (!hasFiles(event)) return;
        event.preventDefault();
        setOver(false);
        onFiles([...event.dataTransfer.files]);
      }}
    >
      {children}
      {isOver && <p className={styles.over}>Drop the readings here: one table, or a file for each motor</p>}
    </div>
  );
}
