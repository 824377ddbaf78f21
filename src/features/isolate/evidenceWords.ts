/** How much a check tells about what to repair, in words; the number stands beside it on asking. Bounds: trade judgement. */
export function worthWords(bits: number): string {
  if (bits >= 0.5) return "tells much";
  if (bits >= 0.2) return "tells something";
  if (bits >= 0.05) return "tells little";
  return "tells hardly anything";
}

/**
 * What a finding did to a suspect, as a factor on its odds: "5 × as likely", "3 × less likely".
 *
 * @param decibans - Ten times the common logarithm of that factor.
 */
export function weightWords(decibans: number): string {
  const factor = 10 ** (Math.abs(decibans) / 10);
  const times = factor >= 100 ? "over 100" : factor >= 10 ? factor.toFixed(0) : trimmed(factor);
  return decibans >= 0 ? `${times} × as likely` : `${times} × less likely`;
}

function trimmed(factor: number): string {
  return factor.toFixed(1).replace(/\.0$/, "");
}
