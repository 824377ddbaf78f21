declare module "jstat" {
  /** Only what is used here. */
  export const jStat: {
    studentt: { inv(probability: number, degreesOfFreedom: number): number };
  };
}
