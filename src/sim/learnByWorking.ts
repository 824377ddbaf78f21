import { type SeenLink } from "../core/diagnosis/library/learnedLinks";
import { lookedAt } from "../core/diagnosis/library/lookedAt";
import { type Finding } from "../core/diagnosis/findings/caseFindings";
import { type Library } from "../core/diagnosis/library/library.types";
import { type ShopPrices } from "../core/diagnosis/repairs/adviseStop";
import { engineAdvice } from "./checkStrategies";
import { drawCraft } from "./hiddenCraft";
import { seededRandom } from "./random";
import { simulateRepair, type World } from "./simulatedRepair";

/**
 * What a shop that follows the engine has seen of the library's links after so many jobs. As in the shop itself, only jobs with one
 * cause teach, by the answers that were there when it was repaired.
 */
export function learnByWorking(
  library: Library,
  prices: ShopPrices,
  world: World,
  { jobs, seed }: { jobs: number; seed: number },
): SeenLink[] {
  const links = new Map<string, SeenLink>();
  for (let job = 0; job < jobs; job++) {
    const random = seededRandom(seed + job);
    const { craft, complaints } = drawCraft(world.library, random);
    const [cause, second] = craft.faults;
    let answers: readonly Finding[] = [];
    const tally = simulateRepair(
      library,
      craft,
      complaints,
      (situation) => {
        answers = situation.findings;
        return engineAdvice(situation);
      },
      prices,
      random,
      world,
    );
    if (tally.gaveUp || second !== undefined) continue;
    for (const [symptomId, isSo] of lookedAt(library, answers)) {
      const key = `${cause} ${symptomId}`;
      const { looked, shown } = links.get(key) ?? { looked: 0, shown: 0 };
      links.set(key, { faultId: cause!, symptomId, looked: looked + 1, shown: shown + Number(isSo) });
    }
  }
  return [...links.values()];
}
