// The verdicts differ in shape: Clear a filled disc, Strained a half disc, Lost an open ring with a gap. A word or
// number always stands by.
import { memo } from 'react';
import type { Verdict } from '../../core/reading/verdict';

export const VERDICT_WORD: Record<Verdict, string> = { clear: 'Clear', strained: 'Strained', lost: 'Lost' };

export const VerdictMark = memo(function VerdictMark({
  verdict,
  size = 14,
}: {
  verdict: Verdict | null;
  size?: number;
}) {
  const label = verdict ? VERDICT_WORD[verdict] : 'Not measured';
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      role="img"
      aria-label={label}
      style={{
        flex: 'none',
        color: verdict === 'clear' ? 'var(--accent)' : verdict ? 'var(--attention)' : 'var(--quiet)',
      }}
    >
      {verdict === 'clear' && <circle cx="8" cy="8" r="6.5" fill="currentColor" />}
      {verdict === 'strained' && (
        <>
          <circle cx="8" cy="8" r="5.8" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <path d="M8 1.5a6.5 6.5 0 0 0 0 13z" fill="currentColor" />
        </>
      )}
      {verdict === 'lost' && (
        <path
          d="M11.2 3.1A5.8 5.8 0 1 0 13.7 8.9"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.8"
          strokeLinecap="round"
        />
      )}
      {verdict === null && <path d="M4 8h8" stroke="currentColor" strokeWidth="1.6" />}
    </svg>
  );
});
