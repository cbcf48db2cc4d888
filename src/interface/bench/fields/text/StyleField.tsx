'use client';
// The style of the house that texts are set in, and what they have of their own.
import { Button, Group, Select, Text } from '@mantine/core';
import { ownOfStyle } from '../../../../core/house/follow';
import type { StyledKey } from '../../../../core/house/styled';
import type { TextLayer } from '../../../../core/kinds/text';
import { keepTextStyle, setTextStyle } from '../../commands/house';
import { shared } from '../../commands/texts';
import { useHouse } from '../../keeping/house';
import { useBench } from '../../state/store';

const NAMES: Record<StyledKey, string> = {
  font: 'font',
  fontSize: 'size',
  letterSpacing: 'spacing',
  lineHeight: 'line height',
  case: 'case',
  colour: 'colour',
  shadows: 'shadow',
};
const NONE = '-',
  KEEP = '+',
  PAGE = '/';

export function StyleField({ layers }: { layers: readonly TextLayer[] }) {
  const house = useBench((s) => s.piece.house),
    sizes = useBench((s) => s.piece.sizes),
    campaign = useBench((s) => s.campaign),
    { textStyles } = useHouse((s) => s.style),
    style = shared(layers, (l) => l.style ?? null),
    own = [...new Set(layers.flatMap((l) => ownOfStyle(l, { house, sizes }) ?? []))],
    [first] = layers;
  const choose = (v: string | null): void => {
    if (v === KEEP) void keepTextStyle(first, first.heading === null && first.fontSize < 40 ? 'body' : 'headline');
    else if (v === PAGE) window.open(`/house/${campaign}`, '_blank');
    else setTextStyle(layers, v === NONE ? null : v);
  };
  const differs = own.length > 0 && typeof style === 'string';
  return (
    <Group gap={6} wrap="nowrap" align="flex-end">
      <Select
        size="xs"
        flex={1}
        label={
          // In the same line, so that nothing below it moves.
          <Text span fz="inherit" truncate display="block" data-testid={differs ? 'own-of-style' : undefined}>
            {differs ? `Text style, but for ${own.map((k) => NAMES[k]).join(', ')}` : 'Text style'}
          </Text>
        }
        aria-label="Text style"
        allowDeselect={false}
        placeholder={style === undefined ? 'mixed' : undefined}
        value={style === undefined ? null : (style ?? NONE)}
        data={[
          { value: NONE, label: 'None of the house' },
          ...textStyles.map((s) => ({ value: s.id, label: s.name })),
          ...(layers.length === 1 ? [{ value: KEEP, label: 'Keep this look as a style' }] : []),
          { value: PAGE, label: 'Look after the styles' },
        ]}
        onChange={choose}
      />
      {differs && (
        <Button size="xs" variant="default" onClick={() => setTextStyle(layers, style)}>
          Follow
        </Button>
      )}
    </Group>
  );
}
