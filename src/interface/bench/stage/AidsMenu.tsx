'use client';
// Which aids are shown while arranging.
import { Menu, Switch, UnstyledButton } from '@mantine/core';
import { NumberField } from '../../shared/NumberField';
import { SAYS } from '../../shared/words';
import { type Aids, useAids } from '../state/aids';
import css from './Stage.module.css';

const AIDS: [Exclude<keyof Aids, 'step'>, string][] = [
  ['snap', 'Snap'],
  ['guides', 'Guides'],
  ['rulers', 'Rulers'],
  ['zones', 'Keep-clear zones'],
  ['grid', 'Grid'],
];

export function AidsMenu() {
  const aids = useAids();
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
