'use client';
// Logos: each as it is and in the colours it may have, with the room that nothing else enters.
import { ActionIcon, Button, FileButton, Group, Text, UnstyledButton } from '@mantine/core';
import { IconPhoto, IconTrash, IconUpload } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { oneColourForm } from '../../core/photo/one-colour';
import { photoName } from '../../core/kinds/photo';
import type { HouseStyle } from '../../core/values/house';
import { hexOf } from '../../core/values/swatches';
import { api, type AssetInfo } from '../shared/api';
import { Library } from '../shared/library/Library';
import { NumberField } from '../shared/NumberField';
import { uploadWithNotice } from '../shared/upload';
import { change } from './draft';
import { NameField } from './fields';
import css from './House.module.css';
import { pixelsOfAsset } from './picture';
import { groundOf } from './TextStyles';

type Logo = HouseStyle['logos'][number];

const PICTURES = 'image/png,image/svg+xml,image/webp,image/jpeg';

/** Longer side at which the form of a logo in one colour is kept, px. */
const FORM = 1200;

/** The picture whose outline a logo has in one colour; null where that is its own. */
async function plainOf(asset: AssetInfo): Promise<string | null> {
  const form = oneColourForm(await pixelsOfAsset(asset.id, FORM));
  if (!form) return null;
  const canvas = new OffscreenCanvas(form.width, form.height);
  canvas
    .getContext('2d')!
    .putImageData(new ImageData(form.data as Uint8ClampedArray<ArrayBuffer>, form.width, form.height), 0, 0);
  return (await api.keepMask(await canvas.convertToBlob({ type: 'image/png' }))).id;
}

async function add(asset: AssetInfo): Promise<void> {
  // Without one it is a logo all the same.
  const plain = await plainOf(asset).catch(() => null);
  change((h) => ({
    ...h,
    logos: [
      ...h.logos,
      {
        id: nanoid(10),
        name: photoName(asset.name).slice(0, 100),
        asset: asset.id,
        width: asset.width,
        height: asset.height,
        clear: 0.5,
        plain,
        colours: [],
      },
    ],
  }));
}

export function Logos({ house }: { house: HouseStyle }) {
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      {house.logos.map((l) => (
        <LogoRow key={l.id} logo={l} house={house} />
      ))}
      <Group gap={6}>
        <FileButton accept={PICTURES} onChange={(file) => file && void uploadWithNotice(file).then((a) => a && add(a))}>
          {(props) => (
            <Button {...props} size="xs" variant="default" leftSection={<IconUpload size={14} />}>
              Logo from a file
            </Button>
          )}
        </FileButton>
        <Button size="xs" variant="default" leftSection={<IconPhoto size={14} />} onClick={() => setChoosing(true)}>
          From the library
        </Button>
      </Group>
      {choosing && (
        <Library
          title="A logo from the library"
          onClose={() => setChoosing(false)}
          onChoose={(asset) => {
            void add(asset);
            setChoosing(false);
          }}
        />
      )}
    </>
  );
}

function LogoRow({ logo: l, house }: { logo: Logo; house: HouseStyle }) {
  const set = (to: Partial<Logo>, merge: string | null = null): void =>
      change((h) => ({ ...h, logos: h.logos.map((x) => (x.id === l.id ? { ...x, ...to } : x)) }), merge),
    plain = house.swatches.filter((s) => s.colour !== undefined),
    address = `/api/assets/${l.asset}`,
    /** As high as it is shown, px; its clear space lies round it. */
    high = 56,
    wide = Math.min(180, (high * l.width) / l.height);
  const toggle = (id: string): void => {
    const has = l.colours.some((c) => typeof c !== 'string' && c.swatch === id);
    set({
      colours: has
        ? l.colours.filter((c) => typeof c === 'string' || c.swatch !== id)
        : [...l.colours, { swatch: id }].slice(0, 12),
    });
  };
  return (
    <div className={css.logo} data-logo={l.id}>
      <div className={css.faces}>
        {[null, ...l.colours].map((c, i) => (
          <div
            key={i}
            className={css.face}
            style={{
              background:
                c === null ? 'var(--panel)' : hexOf(c, house) === groundOf(house) ? '#ffffff' : groundOf(house),
            }}
          >
            <div className={css.clear} style={{ padding: l.clear * high }}>
              {c === null ? (
                // eslint-disable-next-line @next/next/no-img-element -- a file of our own server
                <img src={address} alt={l.name} style={{ width: wide, height: high, objectFit: 'contain' }} />
              ) : (
                <i
                  style={{
                    width: wide,
                    height: high,
                    background: hexOf(c, house),
                    mask: `url(/api/assets/${l.plain ?? l.asset}) center / contain no-repeat`,
                  }}
                />
              )}
            </div>
          </div>
        ))}
      </div>
      <div className={css.styleFields}>
        <Group gap={6} wrap="nowrap" className={css.wide}>
          <NameField label={`Name of ${l.name}`} value={l.name} onChange={(name) => set({ name }, `name:${l.id}`)} />
          <ActionIcon
            size="sm"
            aria-label={`Take ${l.name} out`}
            onClick={() => change((h) => ({ ...h, logos: h.logos.filter((x) => x.id !== l.id) }))}
          >
            <IconTrash size={14} />
          </ActionIcon>
        </Group>
        <NumberField
          label="Clear space"
          suffix=" % of its height"
          min={0}
          max={300}
          value={Math.round(l.clear * 100)}
          onChange={(v) => set({ clear: v / 100 }, `clear:${l.id}`)}
        />
        {plain.length > 0 && (
          <div className={css.wide}>
            <Text fz="xs" mb={3}>
              May be all in
            </Text>
            <Group gap={5}>
              {plain.map((s) => {
                const on = l.colours.some((c) => typeof c !== 'string' && c.swatch === s.id);
                return (
                  <UnstyledButton
                    key={s.id}
                    className={css.pick}
                    aria-label={`${l.name} all in ${s.name}`}
                    aria-pressed={on}
                    title={s.name}
                    onClick={() => toggle(s.id)}
                  >
                    <i style={{ background: s.colour }} />
                  </UnstyledButton>
                );
              })}
            </Group>
          </div>
        )}
      </div>
    </div>
  );
}
