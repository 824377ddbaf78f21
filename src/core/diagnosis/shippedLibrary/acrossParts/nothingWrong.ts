import { ask, family, fault, seen } from "../family";
import { MULTIROTORS } from "../kinds";

/*
 * The family "nothing wrong with the craft": what the air, the place and the habit do to one that is whole. Each has a check of its
 * own, without which it is not believed. Trade judgement, no published source.
 */

/** Faults that lie in no part, with what tells them. */
export const nothingWrong = family({
  repairs: [],
  faults: [
    fault(
      "own-wash",
      "ground",
      "teach-pilot",
      0.015,
      "Nothing wrong with the craft: it falls through its own wash",
      "Wobbles only coming straight down, clean in level flight and in turns.",
      { craftKinds: MULTIROTORS },
    ),
    fault(
      "no-sky",
      "ground",
      "power-with-care",
      0.02,
      "Nothing wrong with the craft: no open sky, or the first fix not waited for",
      "No position under a roof, between walls, or in the first minutes after months in a cupboard.",
    ),
    fault(
      "idles-on-the-ground",
      "ground",
      "teach-pilot",
      0.01,
      "Nothing wrong with the craft: it goes on steadying itself on the ground",
      "Bounces or spools up after landing until it is disarmed; clean in the air.",
      { craftKinds: MULTIROTORS },
    ),
    fault(
      "pack-not-full",
      "pack", // another pack, or the bench supply, cures it
      "power-with-care",
      0.012,
      "Nothing wrong with the craft: pack not full or cold",
      "Short or weak with packs that were not charged through, or came from the cold.",
    ),
  ],
  seen: [
    seen(
      "restless-on-the-ground",
      "flight",
      0.003,
      ["Bounces or spools up on the ground", "Stands still on the ground"],
      { "idles-on-the-ground": 0.95, "gains-too-high": 0.2, "soft-mount-hard": 0.1 },
      ["landing", "idle", "hops", "after landing"],
    ),
    seen(
      "low-voltage-warning",
      "power",
      0.01,
      ["Low-voltage warning early or under load", "Warning comes when the pack is down"],
      {
        "pack-aged": 0.8,
        "pack-collapse": 0.85,
        "pack-not-full": 0.9,
        "pack-swollen": 0.6,
        "pack-wrong": 0.4,
        "connector-worn": 0.7,
        "power-lead": 0.3,
        "joint-cold": 0.4,
        "voltage-scale": 0.5,
        "warning-misset": 0.95,
        "prop-too-big": 0.3,
        overweight: 0.3,
        "parallel-lead": 0.5,
        "packs-unequal": 0.4,
        "settings-lost": 0.2,
      },
      ["battery warning", "beeps", "alarm", "sag"],
    ),
  ],
  questions: [
    ask("wobbles-coming-down", {
      title: "Does it wobble only as it comes down?",
      steps: ["From the pilot or the log: in a straight fast descent, and not in level flight?"],
      minutes: 2,
      yes: "Only coming down",
      no: "In level flight too",
      leak: 0.05,
      links: { "own-wash": 0.95, "gains-for-open-props": 0.9, "gains-too-high": 0.3, "gains-too-low": 0.2 },
    }),
    ask("open-sky", {
      title: "Was it under open sky, and long enough?",
      steps: [
        "Ask, or see: no roof, wall or tree over it, left lying for ten minutes?",
        "The first fix after months, or far from the last one, takes longer than the next.",
      ],
      minutes: 1,
      yes: "Under something, or not waited for",
      no: "Open sky, and waited",
      leak: 0.05,
      links: { "no-sky": 0.95 },
    }),
    ask("only-at-idle", {
      title: "Only on the ground at idle, and clean in the air?",
      steps: ["From the pilot, a film or the log: is it gone from the first centimetre of lift?"],
      minutes: 1,
      yes: "Only on the ground",
      no: "In the air too",
      leak: 0.03,
      links: { "idles-on-the-ground": 0.95 },
    }),
    ask("pack-rested-volts", {
      title: "Was the pack full and warm? Read its cells at rest",
      steps: [
        "Battery out, cell checker on.",
        "Full is near the charger's end voltage on each cell; cold is below 15 °C.",
      ],
      minutes: 1,
      needs: ["cell checker"],
      yes: "Not full, or cold",
      no: "Full and warm",
      leak: 0.03,
      links: { "pack-not-full": 0.95, "pack-aged": 0.1 },
    }),
  ],
  linksTo: {
    oscillates: { "own-wash": 0.8 },
    shakes: { "own-wash": 0.3, "idles-on-the-ground": 0.1 },
    "flies-badly": { "own-wash": 0.3 },
    "flips-at-take-off": { "idles-on-the-ground": 0.1 },
    "no-satellites": { "no-sky": 0.95 },
    "wont-arm": { "no-sky": 0.5 },
    "circles-in-hold": { "no-sky": 0.15, "site-disturbs": 0.5 },
    "wont-come-home": { "no-sky": 0.3 },
    "only-at-one-place": { "no-sky": 0.4 },
    "other-place": { "no-sky": 0.7 },
    "short-flights": { "pack-not-full": 0.7 },
    "power-fades": { "pack-not-full": 0.4 },
    "pack-warm": { "pack-not-full": 0.02 },
    "only-with-one-pack": { "pack-not-full": 0.4 },
    "gains-halved": { "own-wash": 0.1 },
    sank: { "pack-not-full": 0.3 },
  },
});
