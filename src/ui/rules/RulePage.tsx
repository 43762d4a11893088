import Link from 'next/link';
import { settledAs } from '@/core/audit/rule';
import type { RuleSetting } from '@/core/standard/rule-settings';
import { WeightTag } from '../kit/WeightTag';
import type { RuleWords } from '../standard/RulesView';
import { type BatchView, type FoundView, OnFile } from './OnFile';

interface Beside {
  readonly id: string;
  readonly title: string;
}

interface Props {
  readonly rule: RuleWords;
  /** What the two pictures show. */
  readonly complies: string;
  readonly breaks: string;
  /** How the edition in force has it. */
  readonly setting: RuleSetting;
  readonly edition: { readonly id: number; readonly label: string } | null;
  readonly onFile: readonly FoundView[];
  readonly batch: BatchView | null;
  readonly before: Beside | null;
  readonly after: Beside | null;
}

const CORRECTION = {
  automatic: 'By itself: the standard says what it has to be.',
  choice: 'After a decision: a person picks what it is to become, once for each cause.',
  manual: 'By hand: it is settled with the sender, or on the sheet.',
} as const;

/** Where the page of a rule is. */
export const pathOf = (id: string): string => `/rules/${id.split('/').map(encodeURIComponent).join('/')}`;

/** What one rule checks, why, how it is put right, what it looks like, and where it was found. */
export function RulePage({ rule, complies, breaks, setting, edition, onFile, batch, before, after }: Props) {
  const excepted = [
    ...setting.exceptLayers,
    ...setting.exceptSymbols,
    ...setting.exceptNames,
    ...setting.exceptObjects,
  ];
  const settled = settledAs(rule, setting);
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto max-w-5xl px-6 py-5">
        <nav aria-label="Rules" className="mb-3 flex items-baseline gap-4 text-[13px] text-ink-2">
          <Link className="underline" href={`/standard?view=rules${edition ? `&edition=${edition.id}` : ''}`}>
            All rules
          </Link>
          <span className="ml-auto flex gap-4">
            {before && (
              <Link className="underline" href={pathOf(before.id)}>
                ‹ {before.title}
              </Link>
            )}
            {after && (
              <Link className="underline" href={pathOf(after.id)}>
                {after.title} ›
              </Link>
            )}
          </span>
        </nav>
        <h1 className="flex flex-wrap items-baseline gap-x-4 text-[22px] font-semibold leading-7 tracking-[-0.01em]">
          {rule.title}
          <span className="text-[13px] font-normal text-ink-2">
            <span className="figures">{rule.id}</span>
          </span>
        </h1>
        <p className="mt-1 text-[15px]">{rule.what}</p>
        <div className="mt-4 grid grid-cols-2 gap-5">
          <Picture rule={rule.id} side="complies" says={complies} />
          <Picture rule={rule.id} side="breaks" says={breaks} />
        </div>
        <dl className="mt-5 grid grid-cols-[9rem_1fr] gap-x-4 gap-y-2 text-[14px]">
          <Line name="Why">{rule.why}</Line>
          <Line name="Put right">
            {settled === undefined
              ? CORRECTION[rule.correction]
              : `By itself: the standard decides that it is ${settled}.`}
          </Line>
          <Line name="Weight">
            {setting.on ? (
              <WeightTag weight={setting.gravity ?? rule.weight} />
            ) : (
              <span className="font-medium text-oxide">Switched off in {edition?.label}</span>
            )}
          </Line>
          {excepted.length > 0 && (
            <Line name="Leaves alone">
              <span className="figures">{excepted.join(', ')}</span>
            </Line>
          )}
          {rule.settings.length > 0 && (
            <Line name="Can be set">
              {rule.settings.map(({ name, title, description }) => (
                <span key={name} className="block">
                  {title}
                  {description ? `: ${description}` : ''}
                </span>
              ))}
            </Line>
          )}
          <Line name="Source">{rule.source}</Line>
        </dl>
        <OnFile rule={rule.id} title={rule.title} onFile={onFile} batch={batch} />
      </div>
    </div>
  );
}

function Picture({ rule, side, says }: { rule: string; side: 'complies' | 'breaks'; says: string }) {
  const isGood = side === 'complies';
  return (
    <figure className="border border-hairline bg-white">
      <figcaption
        className={`border-b border-hairline px-3 py-1.5 text-[13px] font-semibold ${isGood ? 'text-verdigris-deep' : 'text-oxide'}`}
      >
        {isGood ? 'Complies' : 'Does not comply'}
      </figcaption>
      {/* biome-ignore lint/performance/noImgElement: drawn by the server, as it prints */}
      <img
        src={`/api/rules/picture?rule=${encodeURIComponent(rule)}&side=${side}`}
        alt={says}
        width={468}
        height={216}
        className="h-52 w-full object-contain p-2"
      />
      <p className="border-t border-hairline px-3 py-2 text-[13px] text-ink-2">{says}</p>
    </figure>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-ink-3">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}
