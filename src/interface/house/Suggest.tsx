'use client';
// A whole style suggested from a photo or logo: looked at first, then laid on what is there.
import { Button, Checkbox, Group, Text } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { PALETTE_SIDE } from '../../core/colour/palette';
import type { Pixels } from '../../core/ground/pixels';
import { suggestedHouse, withSuggestion } from '../../core/house/suggest';
import { FAMILIES } from '../../core/type/catalogue';
import { cssRamp } from '../../core/values/gradient';
import type { AssetInfo } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { Library } from '../shared/library/Library';
import { wentWrong } from '../shared/went-wrong';
import { change } from './draft';
import css from './House.module.css';
import { pixelsOfAsset } from './picture';
import { Specimen } from './TextStyles';

export function Suggest({ onClose }: { onClose: () => void }) {
  const [from, setFrom] = useState<{ asset: AssetInfo; pixels: Pixels } | null>(null);
  if (from) return <Suggested {...from} onBack={() => setFrom(null)} onClose={onClose} />;
  return (
    <Library
      title="A style from which photo or logo?"
      onClose={onClose}
      onChoose={(asset) =>
        void pixelsOfAsset(asset.id, PALETTE_SIDE).then((pixels) => setFrom({ asset, pixels }), wentWrong)
      }
    />
  );
}

function Suggested({
  asset,
  pixels,
  onBack,
  onClose,
}: {
  asset: AssetInfo;
  pixels: Pixels;
  onBack: () => void;
  onClose: () => void;
}) {
  const [turn, setTurn] = useState(0),
    [colours, setColours] = useState(true),
    [type, setType] = useState(true),
    house = useMemo(() => {
      try {
        return suggestedHouse(pixels, () => nanoid(10), turn);
      } catch {
        return null;
      }
    }, [pixels, turn]);
  return (
    <Dialog opened onClose={onClose} size={620} title={`A style from ${asset.name}`}>
      {!house ? (
        <Text>Nothing can be seen in this picture: it is transparent throughout.</Text>
      ) : (
        <>
          <Group gap={0} wrap="nowrap" align="stretch" mb="sm">
            {/* eslint-disable-next-line @next/next/no-img-element -- a file of our own server */}
            <img src={`/api/assets/${asset.id}`} alt="" className={css.source} />
            <div className={css.found}>
              {house.swatches.map((s) => (
                <div key={s.id} data-found={s.name}>
                  <i style={{ background: s.colour ?? cssRamp(s.gradient!, house) }} />
                  <span>{s.name}</span>
                  <small>{s.colour}</small>
                </div>
              ))}
            </div>
          </Group>
          {house.textStyles.map((s) => (
            <Specimen key={s.id} style={s} house={house} families={FAMILIES} />
          ))}
          <Group mt="md" justify="space-between">
            <Group>
              <Checkbox
                size="sm"
                label="Colours"
                checked={colours}
                onChange={(e) => setColours(e.currentTarget.checked)}
              />
              <Checkbox size="sm" label="Type" checked={type} onChange={(e) => setType(e.currentTarget.checked)} />
              <Button size="xs" variant="default" disabled={!type} onClick={() => setTurn(turn + 1)}>
                Other fonts
              </Button>
            </Group>
            <Group gap="xs">
              <Button size="xs" variant="default" onClick={onBack}>
                Another picture
              </Button>
              <Button
                size="xs"
                disabled={!colours && !type}
                onClick={() => {
                  change((h) => withSuggestion(h, house, { colours, type }));
                  onClose();
                }}
              >
                Try it
              </Button>
            </Group>
          </Group>
          <Text fz="xs" c="dimmed" mt={6}>
            Colours and styles that are there for the same are changed, so that pieces follow; nothing is saved yet.
          </Text>
        </>
      )}
    </Dialog>
  );
}
