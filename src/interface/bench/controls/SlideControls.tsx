'use client';
// What belongs to the slide and the piece when no layer is selected: the paper, and the swatches.
import { ActionIcon, Button, Group, Text, TextInput, Tooltip } from '@mantine/core';
import { IconBuildingCommunity, IconPlus, IconTrash } from '@tabler/icons-react';
import { produce } from 'immer';
import { nanoid } from 'nanoid';
import { isSlideshow } from '../../../core/piece/slideshow';
import { putSwatch, removeSwatch, usesOf } from '../../../core/piece/swatches';
import type { Colour, Swatch } from '../../../core/values/fill';
import { cssRamp } from '../../../core/values/gradient';
import { gradientThrough } from '../../../core/values/made';
import { plainGradient } from '../../../core/values/swatches';
import { SectionFields } from './SectionFields';
import { ColourField } from '../fields/ColourField';
import css from '../fields/Controls.module.css';
import { leaveHouse, useHouse } from '../keeping/house';
import { usePanelPiece } from '../state/panel-piece';
import { currentSlide, edit, settle, useBench } from '../state/store';

function Row({ swatch, uses }: { swatch: Swatch; uses: number }) {
  const piece = usePanelPiece();
  const put = (next: Swatch, label = 'Change swatch', merge: string | null = `swatch:${swatch.id}`): void =>
    edit(label, (p) => putSwatch(p, next), merge);
  const g = swatch.gradient;
  return (
    <div className={css.swatchRow} data-swatch-row={swatch.id}>
      {g ? (
        <i className={css.gradientChip} style={{ background: cssRamp(g, piece) }} />
      ) : (
        <ColourField
          compact
          label={swatch.name}
          value={swatch.colour!}
          onChange={(c: Colour) => typeof c === 'string' && put({ ...swatch, colour: c.slice(0, 7) })}
        />
      )}
      <TextInput
        size="xs"
        flex={1}
        miw={0}
        aria-label={`Name of the swatch ${swatch.name}`}
        defaultValue={swatch.name}
        key={swatch.name}
        onBlur={(e) => {
          const name = e.currentTarget.value.trim().slice(0, 100);
          if (name && name !== swatch.name) put({ ...swatch, name }, 'Rename swatch', null);
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      <Tooltip
        label={
          swatch.house
            ? 'In the house style: every piece of the campaign follows. Click to keep it to this piece'
            : 'Share it with the campaign’s house style'
        }
      >
        <ActionIcon
          aria-label={`${swatch.name}: house style`}
          aria-pressed={swatch.house}
          variant={swatch.house ? 'light' : 'subtle'}
          color={swatch.house ? 'plavo' : 'gray'}
          onClick={() => {
            put(
              { ...swatch, house: !swatch.house },
              swatch.house ? 'Leave house style' : 'Share with house style',
              null,
            );
            if (swatch.house) leaveHouse(swatch.id);
          }}
        >
          <IconBuildingCommunity size={15} />
        </ActionIcon>
      </Tooltip>
      <Tooltip
        label={uses ? `Delete; ${uses} linked ${uses > 1 ? 'layers keep their' : 'layer keeps its'} look` : 'Delete'}
      >
        <ActionIcon
          aria-label={`Delete the swatch ${swatch.name}`}
          onClick={() => edit('Delete swatch', (p) => removeSwatch(p, swatch.id))}
        >
          <IconTrash size={15} />
        </ActionIcon>
      </Tooltip>
    </div>
  );
}

export function SlideControls() {
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const house = useHouse((s) => s.style.swatches);
  const { paper } = currentSlide({ piece, slideId });
  const missing = house.filter((h) => !piece.swatches.some((s) => s.id === h.id));
  const setPaper = (colour: Colour): void =>
    edit(
      'Paper colour',
      (p) =>
        produce(p, (d) => {
          const slide = d.slides.find((s) => s.id === slideId);
          if (slide) slide.paper = colour;
        }),
      `paper:${slideId}`,
    );
  const add = (swatch: Omit<Swatch, 'id' | 'house'>): void => {
    edit('Add swatch', (p) => putSwatch(p, { ...swatch, id: nanoid(8), house: false } as Swatch));
    settle();
  };
  return (
    <section className={css.controls} aria-label="Slide controls">
      <Text fw={700} fz="sm" component="h2">
        {isSlideshow(piece) ? 'Picture' : 'Slide'}
      </Text>
      <div className={css.fields}>
        <ColourField label="Paper, seen where nothing covers the slide" value={paper} onChange={setPaper} />
        <SectionFields />
        <Group justify="space-between" mt={4}>
          <Text fw={700} fz="sm" component="h3">
            Swatches
          </Text>
          <Group gap={2}>
            <Button
              size="compact-xs"
              variant="subtle"
              leftSection={<IconPlus size={12} />}
              onClick={() => add({ name: `Colour ${piece.swatches.length + 1}`, colour: '#5072c0' })}
            >
              Colour
            </Button>
            <Button
              size="compact-xs"
              variant="subtle"
              leftSection={<IconPlus size={12} />}
              onClick={() =>
                add({
                  name: `Gradient ${piece.swatches.length + 1}`,
                  gradient: plainGradient(gradientThrough(['#22384f', '#f4efe6']), piece),
                })
              }
            >
              Gradient
            </Button>
          </Group>
        </Group>
        <div>
          {piece.swatches.map((s) => (
            <Row key={s.id} swatch={s} uses={usesOf(piece, s.id)} />
          ))}
          {piece.swatches.length === 0 && (
            <Text fz="xs" c="dimmed">
              None yet. Layers linked to a swatch all follow when it is changed.
            </Text>
          )}
          {missing.length > 0 && (
            <Button
              size="compact-xs"
              variant="subtle"
              mt={4}
              onClick={() =>
                edit('Use house swatches', (p) => missing.reduce((q, s) => putSwatch(q, { ...s, house: true }), p))
              }
            >
              Bring in {missing.length} from the house style
            </Button>
          )}
        </div>
        <Text fz="xs" c="dimmed">
          Select a layer on the stage or in the stack to change it.
        </Text>
      </div>
    </section>
  );
}
