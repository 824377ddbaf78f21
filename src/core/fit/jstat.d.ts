declare module "jstat" {
  /** Only what is used here. */
  const jstat: {
    jStat: {
      studentt: { inv(probability: number, degreesOfFreedom: number): number };
      beta: { inv(probability: number, alpha: number, beta: number): number };
    };
  };
  export default jstat;
}
