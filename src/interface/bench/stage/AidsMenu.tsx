'use client';
// Which aids are shown while arranging.
import { Menu, Switch, UnstyledButton } from '@mantine/core';
import { NumberField } from '../../shared/NumberField';
import { SAYS } from '../../shared/words';
import { type Switched, useAids } from '../state/aids';
import { useBench } from '../state/store';
import css from './Stage.module.css';

const AIDS: [Exclude<Switched, 'beside'>, string][] = [
  ['snap', 'Snap'],
  ['guides', 'Guides'],
  ['rulers', 'Rulers'],
  ['zones', 'Keep-clear zones'],
  ['grid', 'Grid'],
];

export function AidsMenu() {
  const aids = useAids(),
    many = useBench((s) => s.piece.slides.length > 1 && !s.piece.section);
  return (
    <Menu position="top" width={190} closeOnItemClick={false}>
      <Menu.Target>
        <UnstyledButton className={css.zoomButton} title={SAYS.aids}>
          Aids
        </UnstyledButton>
      </Menu.Target>
      <Menu.Dropdown p={10}>
        {AIDS.map(([key, name]) => (
          <Switch
            key={key}
            size="xs"
            mb={8}
            label={name}
            data-aid={key}
            checked={aids[key]}
            onChange={(e) => useAids.setState({ [key]: e.currentTarget.checked })}
          />
        ))}
        {many && (
          <>
            <Switch
              size="xs"
              mb={8}
              label="Slides side by side"
              data-aid="beside"
              checked={aids.beside}
              onChange={(e) => useAids.setState({ beside: e.currentTarget.checked })}
            />
            {aids.beside && (
              <NumberField
                label="Gap between slides"
                value={aids.gap}
                min={0}
                max={400}
                suffix=" px"
                onChange={(gap) => useAids.setState({ gap })}
              />
            )}
          </>
        )}
        {aids.grid && (
          <NumberField
            label="Grid step"
            value={aids.step}
            min={2}
            max={500}
            suffix=" px"
            onChange={(step) => useAids.setState({ step })}
          />
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
