'use client';
// What a text can be given whose letters were told from a picture: what it says, its size, its colour; or a font.
import { Button, Group, Text, Textarea } from '@mantine/core';
import { IconTypography } from '@tabler/icons-react';
import type { TextLayer } from '../../../../core/kinds/text';
import { NumberField } from '../../../shared/NumberField';
import { setInFont, tellWords } from '../../commands/lettering';
import { putBox } from '../../commands/setter';
import { changeTexts } from '../../commands/texts';
import { settle } from '../../state/store';
import { FillField } from '../FillField';

export function TracedFields({ layer }: { layer: TextLayer }) {
  return (
    <>
      <Textarea
        size="xs"
        label="What it says"
        autosize
        minRows={1}
        maxRows={5}
        value={layer.text}
        onChange={(e) => tellWords(layer.id, e.currentTarget.value)}
        onBlur={settle}
      />
      <Text fz="xs" c="dimmed">
        Its letters are as they were found in the picture. The words are only named here.
      </Text>
      <Group gap={6} wrap="nowrap" align="flex-end">
        <NumberField
          label="Size"
          value={layer.fontSize}
          min={1}
          max={5000}
          decimalScale={1}
          suffix=" px"
          onChange={(v) => putBox(layer, 'Font size', { fontSize: v })}
          onSettle={settle}
        />
        <Button
          size="xs"
          variant="default"
          leftSection={<IconTypography size={14} />}
          onClick={() => setInFont([layer.id])}
        >
          Set in a font
        </Button>
      </Group>
      <FillField
        label="Colour"
        fill={layer.fill}
        layer={layer}
        onChange={(fill, merge) =>
          changeTexts([layer], 'Text colour', (l) => void (l.fill = fill), merge ? 'fill' : null)
        }
      />
    </>
  );
}
