import Link from 'next/link';
import { ruleById } from '@/core/audit/rules';
import { causesOnFile } from '@/server/audits';
import { buttonClass } from '@/ui/kit/Button';
import { count } from '@/ui/kit/format';
import { cell, Heads, Nothing, Page } from '@/ui/kit/Page';
import { pathOf } from '@/ui/rules/RulePage';

export const metadata = { title: 'Causes' };

/** What is found in the drawings on file, cause by cause: from here one cause is corrected in several drawings. */
export default function Causes() {
  const causes = causesOnFile();
  return (
    <Page
      title="Causes"
      about="What is found in the drawings on file as they are now. Open a cause to correct it in several drawings at once."
      actions={
        <Link href="/drawings" className={buttonClass('plain')}>
          All drawings
        </Link>
      }
    >
      {causes.length === 0 ? (
        <Nothing title="Nothing is found">No drawing on file has a finding now.</Nothing>
      ) : (
        <table className="w-full border border-hairline bg-white text-[13px]">
          <Heads of={['Cause', 'Drawings', 'Findings', 'Settle by themselves', 'Open']} />
          <tbody>
            {causes.map(({ rule, drawings, findings, automatic }) => (
              <tr key={rule}>
                <td className={`${cell} font-medium`}>{ruleById(rule)?.meta.title ?? rule}</td>
                <td className={`${cell} figures`}>{drawings}</td>
                <td className={`${cell} figures`}>{findings.toLocaleString('en-GB')}</td>
                <td className={`${cell} figures`}>{automatic.toLocaleString('en-GB')}</td>
                <td className={`${cell} text-right`}>
                  <Link className="font-medium text-verdigris underline" href={pathOf(rule)}>
                    {automatic > 0 ? `Correct in ${count(drawings, 'drawing')}` : 'Show'}
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Page>
  );
}
