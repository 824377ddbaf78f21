"use client";

import Link from "next/link";
import { usePathname } from "next/navigation";
import { type ReactNode } from "react";

/** The way from a job's ticket to one of its bays, marked when it is the one that is looked at. */
export function HoleLink({ href, children }: { href: string; children: ReactNode }) {
  const isViewed = usePathname() === href;
  return (
    <Link prefetch={false} href={href} aria-current={isViewed ? "page" : undefined}>
      {children}
    </Link>
  );
}
