declare module "jstat" {
  /** Only what is used here. */
  const jstat: {
    jStat: { studentt: { inv(probability: number, degreesOfFreedom: number): number } };
  };
  export default jstat;
}
