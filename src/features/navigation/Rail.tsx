"use client";

import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { type ThemeChoice, useTheme } from "@/shared/theme/ThemeProvider";
import { type BayKeyHelp, KeyList } from "./KeyList";
import { type Role } from "@/server/person";
import styles from "./Rail.module.css";
import { signOutAction } from "@/features/people/signIn.action";

const PLACES = [
  { href: "/", name: "Board", isHere: (path: string) => path === "/" || path.startsWith("/jobs") },
  { href: "/receive", name: "Receive", isHere: (path: string) => path === "/receive" },
  { href: "/craft", name: "Craft", isHere: (path: string) => path.startsWith("/craft") },
  { href: "/calculators", name: "Calculators", isHere: (path: string) => path.startsWith("/calculators") },
  { href: "/library", name: "Library", isHere: (path: string) => path.startsWith("/library") },
  { href: "/boards", name: "Board files", isHere: (path: string) => path.startsWith("/boards") },
  { href: "/stock", name: "Shelves", isHere: (path: string) => path.startsWith("/stock") },
  { href: "/packs", name: "Packs", isHere: (path: string) => path.startsWith("/packs") },
  { href: "/instruments", name: "Rig", isHere: (path: string) => path.startsWith("/instruments") },
  { href: "/workshop", name: "Workshop", isHere: (path: string) => path.startsWith("/workshop") },
];
const PLACES_IN_BAR = 4;
// Letters and signs count by what they write, for keyboards differ; on some, / and ? need Shift.
const BY_CHARACTER = { useKey: true };
const BY_CHARACTER_SHIFTED = { useKey: true, ignoreModifiers: true };
const NEXT_THEME: Readonly<Record<ThemeChoice, ThemeChoice>> = { auto: "light", light: "dark", dark: "auto" };
const THEME_NAMES: Readonly<Record<ThemeChoice, string>> = { auto: "As this computer", light: "Light", dark: "Dark" };

/** The rail: where one can go, who is signed in, and the keys that work everywhere. */
export function Rail({ displayName, role, bays }: { displayName: string; role: Role; bays: readonly BayKeyHelp[] }) {
  const path = usePathname();
  const router = useRouter();
  const { choice, choose } = useTheme();
  const [areKeysShown, showKeys] = useState(false);
  // On a phone the bar holds the first places, and this the others.
  const [isMoreOpen, openMore] = useState(false);
  const isHereBehindMore = PLACES.slice(PLACES_IN_BAR).some(({ isHere }) => isHere(path));
  useHotkeys("r", () => router.push("/receive"), BY_CHARACTER);
  useHotkeys("b", () => router.push("/"), BY_CHARACTER);
  useHotkeys("?", () => showKeys((shown) => !shown), BY_CHARACTER_SHIFTED);
  useHotkeys(
    "/",
    (event) => {
      event.preventDefault();
      const box = document.getElementById("board-search");
      if (box) box.focus();
      else router.push("/?search");
    },
    BY_CHARACTER_SHIFTED,
  );
  useHotkeys("escape", () => showKeys(false));
  return (
    <nav className={styles.rail} aria-label="Places" data-more={isMoreOpen}>
      <Link href="/" className={styles.name}>
        pit
        <br />
        stopa<span className="visually-hidden">, to the board</span>
      </Link>
      {PLACES.map(({ href, name, isHere }) => (
        <Link
          key={href}
          href={href}
          className={styles.place}
          aria-current={isHere(path) ? "page" : undefined}
          onClick={() => openMore(false)}
        >
          {name}
        </Link>
      ))}
      <button
        className={styles.more}
        aria-expanded={isMoreOpen}
        data-here={isHereBehindMore}
        onClick={() => openMore(!isMoreOpen)}
      >
        {isMoreOpen ? "Less" : "More"}
      </button>
      <div className={styles.foot}>
        <button
          className={styles.small}
          onClick={() => choose(NEXT_THEME[choice])}
          title="Light, dark, or as the machine is set"
        >
          {THEME_NAMES[choice]}
        </button>
        <button className={styles.small} onClick={() => showKeys(true)}>
          Keys <kbd>?</kbd>
        </button>
        <Link href="/people" className={styles.person} title="Your password, and the shop's people">
          {displayName}
          <br />
          {role}
        </Link>
        <form action={signOutAction}>
          <button className={styles.small}>Sign out</button>
        </form>
      </div>
      {areKeysShown && <KeyList bays={bays} onClose={() => showKeys(false)} />}
    </nav>
  );
}
