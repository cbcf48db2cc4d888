// How a piece stands: its weakest text, and what is left of its photo.
import type { PieceInfo } from '../shared/api';
import { VERDICT_WORD, VerdictMark } from '../shared/VerdictMark';
import css from './Pieces.module.css';

export function Standing({ of }: { of: PieceInfo['standing'] }) {
  if (!of) return <span className={css.standing} />;
  return (
    <span className={css.standing}>
      {of.verdict ? (
        <span data-verdict={of.verdict}>
          <VerdictMark verdict={of.verdict} size={12} />
          {VERDICT_WORD[of.verdict]}
          {of.ratio !== null && ` ${of.ratio.toFixed(1)}`}
        </span>
      ) : (
        <span>No words</span>
      )}
      {of.kept !== null && <span>{Math.round(of.kept)} % of the photo kept</span>}
    </span>
  );
}
