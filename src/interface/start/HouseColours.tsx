'use client';
// Which colour of a campaign's house style reads on which, as samples in a table: ink by row, ground by column.
import { SegmentedControl, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { SMALLEST_SHOWN } from '../../core/piece/destinations';
import { type HousePair, houseContrast } from '../../core/reading/house-contrast';
import type { Goal } from '../../core/reading/verdict';
import type { Swatch } from '../../core/values/fill';
import { api, type CampaignInfo, inWords } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import css from './HouseColours.module.css';

/** From which size a pair is Clear, in words. */
function sizeInWords({ from, fromBold }: HousePair): string {
  if (from === null) return 'at no size';
  if (from === SMALLEST_SHOWN) return 'at any size';
  return fromBold !== null && fromBold < from ? `from ${from} px, bold from ${Math.ceil(fromBold)}` : `from ${from} px`;
}

export function HouseColours({ campaign, onClose }: { campaign: CampaignInfo; onClose: () => void }) {
  const [swatches, setSwatches] = useState<readonly Swatch[] | null>(null),
    [error, setError] = useState<string | null>(null),
    [goal, setGoal] = useState<Goal>('standard');
  useEffect(() => {
    api.house(campaign.id).then(
      (house) => setSwatches(house.style.swatches),
      (e: unknown) => setError(inWords(e).title),
    );
  }, [campaign.id]);
  const plain = (swatches ?? []).filter((s) => s.colour),
    pairs = new Map(houseContrast(plain, goal).map((p) => [`${p.ink} ${p.ground}`, p]));
  return (
    <Dialog opened onClose={onClose} size="auto" title={`House colours of ${campaign.name}`}>
      <Text fz="sm" c="dimmed" mb={10}>
        Which colour reads on which: the contrast, and the size as people see it from which it is enough.
      </Text>
      {error && <Text role="alert">{error}</Text>}
      {!swatches && !error && <Text fz="sm">Fetching the colours</Text>}
      {swatches && plain.length < 2 && !error && (
        <Text fz="sm">
          The house has {plain.length ? 'one colour' : 'no colours'} yet. Keep colours for the house in any piece: a
          colour’s own menu does that.
        </Text>
      )}
      {plain.length > 1 && (
        <>
          <SegmentedControl
            size="xs"
            mb={10}
            aria-label="Goal"
            value={goal}
            onChange={(v) => setGoal(v as Goal)}
            data={[
              { value: 'standard', label: 'Usual goal' },
              { value: 'strict', label: 'Stricter goal' },
            ]}
          />
          <div className={css.scroll} tabIndex={0} role="region" aria-label="Table of house colours">
            <table className={css.table}>
              <thead>
                <tr>
                  <td />
                  {plain.map((s) => (
                    <th key={s.id} scope="col">
                      on {s.name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {plain.map((ink) => (
                  <tr key={ink.id}>
                    <th scope="row">{ink.name}</th>
                    {plain.map((ground) => {
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
      )}
    </Dialog>
  );
}
