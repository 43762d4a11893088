import type { Painted } from './messages';

interface Props {
  /** What was painted; null while there is no picture. */
  readonly painted: Painted | null;
  readonly asReceived: boolean;
  readonly layersHidden: number;
  readonly anyHighlighted: boolean;
  readonly onEverything: () => void;
}

/** What has to be known of the picture beside what it shows. */
export function SheetNotices({ painted, asReceived, layersHidden, anyHighlighted, onEverything }: Props) {
  return (
    <div className="absolute left-3 top-3 flex flex-col items-start gap-1">
      {asReceived && <Tag>As received</Tag>}
      {layersHidden > 0 && <Tag>{layersHidden === 1 ? '1 layer' : `${layersHidden} layers`} not shown</Tag>}
      {anyHighlighted && painted && !painted.highlighted && (
        <Tag>What is highlighted does not show on this sheet.</Tag>
      )}
      {painted && painted.lettersMissing > 0 && (
        <Tag>
          {painted.lettersMissing === 1 ? '1 letter has' : `${painted.lettersMissing} letters have`} no form
          in the shipped faces: shown with what this machine has, or as boxes.
        </Tag>
      )}
      {painted && painted.outside > 0 && (
        <Tag>
          {painted.outside === 1 ? '1 object lies' : `${painted.outside} objects lie`} far outside.{' '}
          <button type="button" className="text-verdigris underline" onClick={onEverything}>
            Show everything
          </button>
        </Tag>
      )}
      {painted?.cutOff && <Tag>The drawing asks for more than a picture can hold. It is not complete.</Tag>}
    </div>
  );
}

const Tag = ({ children }: { children: React.ReactNode }) => (
  <p className="border border-rule bg-white px-2 py-0.5 text-[12.5px]">{children}</p>
);
