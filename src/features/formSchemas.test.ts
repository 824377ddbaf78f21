import * as v from "valibot";
import { safeParseForm } from "@/shared/parseForm";
import { HandBackInput } from "./handback/handBack.schema";
import { AnswerCheckInput, NameCauseInput } from "./isolate/isolate.schema";
import { SignInInput } from "./people/signIn.schema";
import { DecideProofInput, LogSortieInput } from "./prove/prove.schema";
import { ChangeDetailsInput } from "./receive/changeDetails.schema";
import { ChangeSettingInput, ReplacePartInput } from "./refit/refit.schema";

const target = { jobId: 1, version: 1 };
const proof = { ...target, kind: "low-hover", note: "" };
const part = { ...target, partId: 1, reason: "no picture", name: "Oru Eye 3", serial: "CA-2" };

describe("what a form may send", () => {
  it.each<[string, v.GenericSchema, object]>([
    ["an answer", AnswerCheckInput, { ...target, checkId: "overlay", outcomeId: "none" }],
    ["a met proof without words", DecideProofInput, { ...proof, state: "met" }],
    ["a clean sortie", LogSortieInput, { ...target, seconds: 120, failures: 0 }],
    ["a new part without a rating", ReplacePartInput, part],
    ["a hand-back", HandBackInput, { ...target, to: "Ada Quist" }],
    ["details with nobody in charge", ChangeDetailsInput, { ...target, complaint: "no picture" }],
  ])("takes %s", (_, schema, input) => expect(safeParseForm(schema, input).success).toBe(true));

  it.each<[string, v.GenericSchema, object, string, RegExp]>([
    ["a failed proof without words", DecideProofInput, { ...proof, state: "failed" }, "note", /what was seen/],
    [
      "a waived proof without a reason",
      DecideProofInput,
      { ...proof, state: "waived", note: "ok" },
      "note",
      /why it is waived/,
    ],
    ["a proof that is half met", DecideProofInput, { ...proof, state: "nearly" }, "state", /met, failed or waived/],
    ["a sortie of no time", LogSortieInput, { ...target, seconds: 0, failures: 0 }, "seconds", /At least 1 s/],
    ["half a failure", LogSortieInput, { ...target, seconds: 60, failures: 0.5 }, "failures", /Whole times/],
    ["a sortie without its time", LogSortieInput, { ...target, failures: 0 }, "seconds", /time flown/],
    ["a part without a serial", ReplacePartInput, { ...part, serial: " " }, "serial", /“none” when it has none/],
    ["a part without a reason", ReplacePartInput, { ...part, reason: undefined }, "reason", /why it comes out/],
    ["a part rated at minus two", ReplacePartInput, { ...part, continuousA: -2 }, "continuousA", /At least 0\.1 A/],
    ["a setting without its new value", ChangeSettingInput, { ...target, what: "loop rate" }, "after", /how it is now/],
    ["a hand-back to nobody", HandBackInput, { ...target, to: "" }, "to", /who takes the craft/],
    ["a cause without a fault", NameCauseInput, { ...target, faultIds: [] }, "faultIds", /at least one fault/],
    ["four causes at once", NameCauseInput, { ...target, faultIds: ["a", "b", "c", "d"] }, "faultIds", /At most three/],
    ["an empty sign-in", SignInInput, {}, "signInName", /sign-in name/],
    ["a complaint of one letter", ChangeDetailsInput, { ...target, complaint: "x" }, "complaint", /what is wrong/],
    ["a job that is no number", LogSortieInput, { jobId: "1", version: 1, seconds: 60, failures: 0 }, "jobId", /./],
  ])("refuses %s at its field", (_, schema, input, field, message) => {
    const parsed = safeParseForm(schema, input);
    const issue = parsed.issues?.find((one) => v.getDotPath(one as v.BaseIssue<unknown>) === field);
    expect(issue?.message).toMatch(message);
  });
});
