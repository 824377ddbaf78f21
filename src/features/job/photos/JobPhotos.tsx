"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { FileButton, PICTURES } from "@/shared/FileButton";
import styles from "./JobPhotos.module.css";
import { uploadPhotos } from "./uploadPhotos";

interface Props {
  /** The job's number as it stands in its address. */
  number: string;
  photos: readonly { id: number; fileName: string }[];
  mayEdit: boolean;
  /** What is to be photographed here, said while there is none. */
  hint?: string;
}

/** A job's photos: small ones side by side, the one that was touched whole above them, so that one can work by it. */
export function JobPhotos({ number, photos, mayEdit, hint }: Props) {
  const router = useRouter();
  const [problems, setProblems] = useState<string[]>([]);
  const [openId, open] = useState<number | null>(null);
  const shown = photos.find(({ id }) => id === openId);
  const addressOf = (id: number) => `/api/jobs/${number}/photos/${id}`;
  const send = async (files: readonly File[]) => {
    setProblems(await uploadPhotos(number, files));
    router.refresh();
  };
  return (
    <section className="panel stack" aria-label="Photos">
      <h2>Photos · {photos.length}</h2>
      {shown && (
        <figure className={styles.whole}>
          <a href={addressOf(shown.id)} target="_blank">
            {/* eslint-disable-next-line @next/next/no-img-element -- served from the database, already the right size */}
            <img src={addressOf(shown.id)} alt={`${shown.fileName}, whole`} />
          </a>
        </figure>
      )}
      {problems.map((problem) => (
        <p role="alert" className="bad" key={problem}>
          {problem}
        </p>
      ))}
      <div className={styles.row}>
        {photos.length === 0 && hint && <p className="soft">{hint}</p>}
        <div className={styles.photos}>
          {photos.map(({ id, fileName }) => (
            <button key={id} type="button" aria-pressed={id === openId} onClick={() => open(id === openId ? null : id)}>
              {/* eslint-disable-next-line @next/next/no-img-element -- served from the database, already the right size */}
              <img src={addressOf(id)} alt={fileName} />
            </button>
          ))}
        </div>
        {mayEdit && (
          <FileButton
            accept={PICTURES}
            label="Add photos (PNG, JPEG or WebP, up to 15 MB each)"
            isMultiple
            onFiles={(files) => void send(files)}
          />
        )}
      </div>
    </section>
  );
}
