'use client';
// Which slides, sizes and formats go into an archive, and what its files are called.
import { Checkbox, Chip, Group, Radio, Stack, Text, TextInput } from '@mantine/core';
import { LONGEST_PATTERN, NAME_PARTS, namesOf, partsOf, unknownParts } from '../../../core/format/file-names';
import { FORMATS, SLIDE_FORMAT_IDS, type SlideFormatId } from '../../../core/format/formats';
import { wantedFiles } from '../../../core/format/wanted-files';
import { nameOf } from '../../../core/piece/name';
import { sizeOf } from '../../../core/piece/resolve';
import { useBench } from '../state/store';
import { type Choice, type Several, sizesOf } from './choice';

const PARTS = Object.keys(NAME_PARTS).map((p) => `{${p}}`);

interface Props {
  choice: Choice;
  set: (some: Partial<Several>) => void;
  /** Its name. */
  campaign: string;
}

export function SeveralFields({ choice: { several, scale }, set, campaign }: Props) {
  const piece = useBench((s) => s.piece),
    slide = useBench((s) => s.piece.slides.findIndex((x) => x.id === s.slideId)),
    { formats, all, pattern } = several,
    handed = piece.slides.flatMap((s, i) => (s.leftOut ? [] : [i + 1])),
    sizes = sizesOf(several, piece.sizes),
    wrong = unknownParts(pattern);
  const files = wantedFiles(sizes, all ? handed : [slide + 1], formats),
    [example] = namesOf(
      pattern,
      files.slice(0, 1).map(({ slide, format, size, pages }) => ({
        ending: FORMATS[format].ending,
        parts: partsOf(
          { campaign, piece: nameOf(piece), slides: pages && pages.length > 1 ? 1 : piece.slides.length },
          { slide, size: sizeOf(piece, size), scale, number: 1 },
        ),
      })),
    );
  return (
    <Stack gap="xs">
      {piece.slides.length > 1 && (
        <Radio.Group value={all ? 'all' : 'one'} onChange={(v) => set({ all: v === 'all' })} aria-label="Slides">
          <Group gap="md">
            <Radio size="xs" value="all" label={`All ${handed.length} slides`} />
            <Radio size="xs" value="one" label="This slide" />
          </Group>
        </Radio.Group>
      )}
      {piece.sizes.length > 1 && (
        <Checkbox.Group
          label="Sizes"
          size="xs"
          value={sizes}
          onChange={(v) => v.length && set({ sizes: v.length === piece.sizes.length ? null : v })}
        >
          <Stack gap={8} mt={4} mah={152} style={{ overflow: 'auto' }}>
            {piece.sizes.map((s) => (
              <Checkbox key={s.id} size="xs" value={s.id} label={`${s.name}, ${s.width} × ${s.height}`} />
            ))}
          </Stack>
        </Checkbox.Group>
      )}
      <Chip.Group multiple value={formats} onChange={(v) => v.length && set({ formats: v as SlideFormatId[] })}>
        <Group gap={6} role="group" aria-label="Formats">
          {SLIDE_FORMAT_IDS.map((f) => (
            <Chip key={f} value={f} size="xs" radius="sm">
              {FORMATS[f].name}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      <TextInput
        size="xs"
        label="Names of the files"
        maxLength={LONGEST_PATTERN}
        value={pattern}
        onChange={(e) => set({ pattern: e.currentTarget.value })}
        error={wrong.length ? `{${wrong[0]}} is no part. There are ${PARTS.join(', ')}.` : null}
        description={PARTS.join(' ')}
        inputWrapperOrder={['label', 'input', 'error', 'description']}
      />
      <Text fz="xs" data-files={files.length}>
        {files.length === 1 ? 'One file' : `${files.length} files`}, the first: {example}
      </Text>
    </Stack>
  );
}
