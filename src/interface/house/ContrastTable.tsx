'use client';
// Which colour of a house style reads on which, as samples in a table: ink by row, ground by column.
import { SegmentedControl } from '@mantine/core';
import { memo, useState } from 'react';
import { SMALLEST_SHOWN } from '../../core/piece/destinations';
import { type HousePair, houseContrast } from '../../core/reading/house-contrast';
import type { Goal } from '../../core/reading/verdict';
import type { Swatch } from '../../core/values/fill';
import css from './ContrastTable.module.css';

/** From which size a pair is Clear, in words. */
function sizeInWords({ from, fromBold }: HousePair): string {
  if (from === null) return 'at no size';
  if (from === SMALLEST_SHOWN) return 'at any size';
  return fromBold !== null && fromBold < from ? `from ${from} px, bold from ${Math.ceil(fromBold)}` : `from ${from} px`;
}

/** @param swatches at least two plain colours among them */
export const ContrastTable = memo(function ContrastTable({ swatches: all }: { swatches: readonly Swatch[] }) {
  const swatches = all.filter((s) => s.colour !== undefined),
    [goal, setGoal] = useState<Goal>('standard'),
    pairs = new Map(houseContrast(swatches, goal).map((p) => [`${p.ink} ${p.ground}`, p]));
  return (
    <>
      <div className={css.above}>
        <span>The contrast, and the size as people see it from which it is enough.</span>
        <SegmentedControl
          size="xs"
          aria-label="Goal"
          value={goal}
          onChange={(v) => setGoal(v as Goal)}
          data={[
            { value: 'standard', label: 'Usual goal' },
            { value: 'strict', label: 'Stricter goal' },
          ]}
        />
      </div>
      <div className={css.scroll} tabIndex={0} role="region" aria-label="Table of house colours">
        <table className={css.table}>
          <thead>
            <tr>
              <td />
              {swatches.map((s) => (
                <th key={s.id} scope="col">
                  on {s.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {swatches.map((ink) => (
              <tr key={ink.id}>
                <th scope="row">{ink.name}</th>
                {swatches.map((ground) => {
                  const pair = pairs.get(`${ink.id} ${ground.id}`);
                  return (
                    <td key={ground.id} data-pair={`${ink.id} ${ground.id}`}>
                      {pair && (
                        <>
                          <b style={{ color: ink.colour, background: ground.colour }} aria-hidden>
                            Halt
                          </b>
                          <span>{pair.ratio.toFixed(1)}</span> <small>{sizeInWords(pair)}</small>
                        </>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
});
