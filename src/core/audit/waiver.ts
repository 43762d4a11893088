import type { ListedFinding } from './finding';

/** What one waiver takes off: a cause, all that a rule finds on one layer, or single objects of a cause. */
export interface WaivedExtent {
  readonly rule: string;
  readonly extent: 'cause' | 'layer' | 'objects';
  /** Key of the finding; with a layer, empty. */
  readonly key: string;
  /** In small letters; empty but for a layer. */
  readonly layer: string;
  readonly handles: readonly string[];
}

/**
 * How many of a finding's objects waivers take off.
 * @param handlesOf all handles of the finding, which it names only the first of; asked for when single objects are waived
 * @returns "whole" where nothing is left of it
 */
export function waivedOf(
  finding: Pick<ListedFinding, 'rule' | 'key' | 'subject' | 'objectCount'>,
  waivers: readonly WaivedExtent[],
  handlesOf: () => readonly string[],
): 'whole' | number {
  const own = waivers.filter(({ rule }) => rule === finding.rule);
  const layer = (finding.subject.layer ?? '').toLowerCase();
  if (
    own.some(
      (waiver) =>
        (waiver.extent === 'cause' && waiver.key === finding.key) ||
        (waiver.extent === 'layer' && layer !== '' && waiver.layer === layer),
    )
  )
    return 'whole';
  const single = own.filter(({ extent, key }) => extent === 'objects' && key === finding.key);
  if (single.length === 0) return 0;
  const named = new Set(single.flatMap(({ handles }) => handles));
  const all = handlesOf();
  const taken = all.filter((handle) => named.has(handle)).length;
  return taken > 0 && taken === all.length ? 'whole' : taken;
}
