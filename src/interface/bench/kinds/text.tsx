'use client';
// A text: its type, and folded what is set less often: box, frame, backing, shadows, outline.
import { Button, Select, SimpleGrid, Stack, Tooltip } from '@mantine/core';
import { IconClick, IconTypography } from '@tabler/icons-react';
import type { TextLayer } from '../../../core/kinds/text';
import { oneLine } from '../../../core/values/plain';
import { addText } from '../commands/adding';
import { newPanel } from '../commands/beneath';
import { change, typesetSelected } from '../commands/layers';
import { setter, useLengthScale } from '../commands/setter';
import { StrokeField, strokeTo } from '../fields/EdgeFields';
import { Fold, Folds } from '../fields/Folds';
import { ShadowsFold } from '../fields/ShadowsField';
import { BackingFold } from '../fields/text/BackingFold';
import { BoxFields } from '../fields/text/BoxFields';
import { FrameLookFold } from '../fields/text/FrameLookFold';
import { PageFold } from '../fields/text/PageFold';
import { TracedFields } from '../fields/text/TracedFields';
import { LetterFields, TypeFields } from '../fields/text/TypeFields';
import { useBench } from '../state/store';
import type { Face } from './face';

function TextControls({ layer }: { layer: TextLayer }) {
  const set = setter(layer),
    k = useLengthScale(),
    section = useBench((s) => s.piece.section !== null);
  return (
    <>
      {layer.traced ? <TracedFields layer={layer} /> : <TypeFields layers={[layer]} />}
      <Folds of="text">
        <BackingFold layers={[layer]} />
        <ShadowsFold
          shadows={layer.shadows}
          extent={layer.fontSize}
          scale={k}
          onChange={(s, merge) =>
            change<TextLayer>('Shadow', [layer.id], (l) => void (l.shadows = s), merge ? `shadow:${layer.id}` : null)
          }
        />
        {layer.backing?.on && (
          <ShadowsFold
            title="Shadow of the backing"
            shadows={layer.backing.shadows}
            extent={layer.fontSize}
            scale={k}
            onChange={(s, merge) =>
              change<TextLayer>(
                'Shadow of the backing',
                [layer.id],
                (l) => void (l.backing = l.backing && { ...l.backing, shadows: s }),
                merge ? `bshadow:${layer.id}` : null,
              )
            }
          />
        )}
        {!layer.traced && (
          <Fold name="box" title="Box and lines">
            <BoxFields layer={layer} />
          </Fold>
        )}
        {section && <PageFold layer={layer} />}
        <FrameLookFold layer={layer} />
        {layer.panel && (
          <ShadowsFold
            title="Shadow of the frame"
            shadows={layer.panel.shadows}
            extent={layer.fontSize}
            scale={k}
            onChange={(s, merge) =>
              change<TextLayer>(
                'Shadow of the frame',
                [layer.id],
                (l) => void (l.panel = { ...(l.panel ?? newPanel(l, null)), shadows: s }),
                merge ? `pshadow:${layer.id}` : null,
              )
            }
          />
        )}
        <Fold
          name="outline"
          title="Outline of letters"
          now={layer.outline.width > 0 && `${Math.round(layer.outline.width * 10) / 10} px`}
        >
          <StrokeField
            dashes={false}
            stroke={layer.outline}
            onChange={(s) => set('Outline', 'outline')(strokeTo(s, k))}
          />
        </Fold>
        {!layer.traced && (
          <Fold name="more" title="Case, highlight, lists">
            <Stack gap={8}>
              <LetterFields layers={[layer]} />
              <SimpleGrid cols={2} spacing={6}>
                <Select
                  size="xs"
                  label="List"
                  aria-label="List"
                  allowDeselect={false}
                  value={layer.list}
                  data={[
                    { value: 'none', label: 'None' },
                    { value: 'bullets', label: 'Bullets' },
                    { value: 'numbers', label: 'Numbers' },
                  ]}
                  onChange={(v) => v && set('List', 'list', false)(v as TextLayer['list'])}
                />
                <Select
                  size="xs"
                  label="Direction"
                  allowDeselect={false}
                  value={layer.direction}
                  data={[
                    { value: 'auto', label: 'By its letters' },
                    { value: 'ltr', label: 'Left to right' },
                    { value: 'rtl', label: 'Right to left' },
                  ]}
                  onChange={(v) => v && set('Direction', 'direction', false)(v as TextLayer['direction'])}
                />
              </SimpleGrid>
              <Tooltip label="Curly quotes, ellipses, dashes; numbers stay with their units">
                <Button size="compact-sm" variant="default" onClick={typesetSelected}>
                  Set quotes and pairs
                </Button>
              </Tooltip>
            </Stack>
          </Fold>
        )}
      </Folds>
    </>
  );
}

export const text: Face<TextLayer> = {
  title: () => 'Text',
  Controls: TextControls,
  adds: [
    { band: 'message', label: 'Text', Icon: IconTypography, shortcut: 'T', now: () => void addText() },
    {
      band: 'message',
      label: 'Button',
      says: 'A text on its own plate that leads somewhere on the page',
      Icon: IconClick,
      ofSection: true,
      now: () => void addText('button'),
    },
  ],
  // Until it is given a name it is called by its words.
  rowName: (layer) => (layer.name === 'Text' ? oneLine(layer.text) || 'Text' : layer.name),
};
