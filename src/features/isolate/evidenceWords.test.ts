import { weightWords, worthWords } from "./evidenceWords";

describe("weightWords", () => {
  // Ten decibans are a factor of ten, three a factor of two: I. J. Good, "Probability and the Weighing of Evidence", 1950.
  it.each([
    [10, "10 × as likely"],
    [-10, "10 × less likely"],
    [3.0103, "2 × as likely"],
    [7, "5 × as likely"],
    [-4.8, "3 × less likely"],
    [1, "1.3 × as likely"],
    [24, "over 100 × as likely"],
  ])("says %d decibans as “%s”", (decibans, words) => expect(weightWords(decibans)).toBe(words));
});

describe("worthWords", () => {
  it("says more for more", () => {
    expect([0.9, 0.3, 0.1, 0.01].map(worthWords)).toEqual([
      "tells much",
      "tells something",
      "tells little",
      "tells hardly anything",
    ]);
  });
});
