'use client';
// The row of views under the stage: what is drawn over the slide, and to which eyes and in which light it is shown and
// read.
import { Group, Popover, SegmentedControl, Select, Slider, Text, Tooltip, UnstyledButton } from '@mantine/core';
import { IconEye } from '@tabler/icons-react';
import { SAYS } from '../../shared/words';
import { useEyes } from '../state/eyes';
import { type StageView, useBench } from '../state/store';
import css from './Stage.module.css';

const EYES: { value: StageView; label: string; what: string }[] = [
  { value: 'grey', label: 'Grey', what: 'Only light and dark.' },
  { value: 'protan', label: 'Without red cones', what: 'Protanopia; with less severity protanomaly.' },
  {
    value: 'deutan',
    label: 'Without green cones',
    what: 'Deuteranopia; with less severity deuteranomaly, the most frequent.',
  },
  { value: 'tritan', label: 'Without blue cones', what: 'Tritanopia, which is rare.' },
  {
    value: 'low',
    label: 'Low vision',
    what: 'Blurred as eyes of that acuity see it, at the size at which it is shown.',
  },
  { value: 'sun', label: 'Bright sun', what: 'Light that the screen reflects lies over everything.' },
  {
    value: 'shown',
    label: 'As shown',
    what: 'At the size at which people see it, painted for a screen of that density.',
  },
];
const isEyes = (view: StageView): boolean => EYES.some((e) => e.value === view);

function Amount({
  label,
  value,
  from,
  to,
  step,
  show,
  onChange,
}: {
  label: string;
  value: number;
  from: number;
  to: number;
  step: number;
  show: string;
  onChange: (v: number) => void;
}) {
  return (
    <div>
      <Group justify="space-between" gap={4} mt={8}>
        <Text fz="xs">{label}</Text>
        <Text fz="xs">{show}</Text>
      </Group>
      <Slider thumbLabel={label} min={from} max={to} step={step} value={value} onChange={onChange} />
    </div>
  );
}

const Said = ({ word, says }: { word: string; says: string }) => (
  <Tooltip label={says} multiline maw={260}>
    <span>{word}</span>
  </Tooltip>
);

export function Views() {
  const view = useBench((s) => s.view);
  const { severity, acuity, glare, density } = useEyes();
  const eyes = EYES.find((e) => e.value === view);
  return (
    <Group gap={8} wrap="nowrap">
      <SegmentedControl
        aria-label="View"
        value={isEyes(view) ? '' : view}
        onChange={(v) => useBench.setState({ view: v as StageView })}
        data={[
          { value: 'plain', label: 'Plain' },
          { value: 'letters', label: <Said word="Letters" says={SAYS.letters} /> },
          { value: 'calm', label: <Said word="Calm" says={SAYS.calm} /> },
          { value: 'clean', label: <Said word="Clean" says={SAYS.clean} /> },
        ]}
      />
      <Popover position="top-start" trapFocus withinPortal width={262}>
        <Popover.Target>
          <UnstyledButton
            className={css.eyes}
            data-on={eyes ? true : undefined}
            aria-label="Other eyes and other light"
          >
            <IconEye size={15} /> {eyes ? eyes.label : 'Other eyes'}
          </UnstyledButton>
        </Popover.Target>
        <Popover.Dropdown>
          <Select
            size="xs"
            label="See and read it"
            aria-label="See and read it"
            comboboxProps={{ withinPortal: false }}
            value={eyes ? view : 'plain'}
            allowDeselect={false}
            data={[{ value: 'plain', label: 'Plainly' }, ...EYES.map(({ value, label }) => ({ value, label }))]}
            onChange={(v) => v && useBench.setState({ view: v as StageView })}
          />
          <Text fz="xs" c="dimmed" mt={6}>
            {eyes
              ? `${eyes.what}${view === 'shown' ? '' : ' The reading is measured so, too.'}`
              : 'The stage and the reading as other people, or other light, have them.'}
          </Text>
          {(view === 'protan' || view === 'deutan' || view === 'tritan') && (
            <Amount
              label="Severity"
              value={severity}
              from={0}
              to={1}
              step={0.05}
              show={`${Math.round(severity * 100)} %`}
              onChange={(v) => useEyes.setState({ severity: v })}
            />
          )}
          {view === 'low' && (
            <Amount
              label="Acuity"
              value={acuity}
              from={0.05}
              to={1}
              step={0.05}
              show={acuity.toFixed(2)}
              onChange={(v) => useEyes.setState({ acuity: v })}
            />
          )}
          {view === 'sun' && (
            <Amount
              label="Light reflected"
              value={glare}
              from={0}
              to={1}
              step={0.05}
              show={`${Math.round(glare * 100)} % of white`}
              onChange={(v) => useEyes.setState({ glare: v })}
            />
          )}
          {view === 'shown' && (
            <SegmentedControl
              fullWidth
              mt={8}
              aria-label="Density of the screen"
              value={String(density)}
              onChange={(v) => useEyes.setState({ density: Number(v) })}
              data={['1', '2', '3'].map((d) => ({ value: d, label: `${d} px to 1` }))}
            />
          )}
        </Popover.Dropdown>
      </Popover>
    </Group>
  );
}
