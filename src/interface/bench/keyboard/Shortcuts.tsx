'use client';
// The list of shortcuts, behind `?`; single keys can be switched off here.
import { Kbd, Switch, Table, Text } from '@mantine/core';
import { Dialog } from '../../shared/Dialog';
import { usePanels } from '../state/panels';
import { SHORTCUTS } from './table';

export function Shortcuts({ onClose }: { onClose: () => void }) {
  const singles = usePanels((s) => s.singleKeys);
  return (
    <Dialog opened onClose={onClose} title="Keyboard and pointer" size={540}>
      <Switch
        size="sm"
        mb={4}
        label="Single keys, such as T and J, do something"
        checked={singles}
        onChange={(e) => usePanels.setState({ singleKeys: e.currentTarget.checked })}
      />
      <Text fz="xs" c="dimmed" mb={8}>
        Switch them off where speech input or a habit presses them by mistake.
      </Text>
      <Table verticalSpacing={4} fz="sm">
        <Table.Thead>
          <Table.Tr>
            <Table.Th w={210}>Press</Table.Th>
            <Table.Th>What it does</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {SHORTCUTS.map(({ keys, says, single }) => (
            <Table.Tr key={keys} c={single && !singles ? 'dimmed' : undefined}>
              <Table.Td>
                <Kbd size="xs">{keys}</Kbd>
              </Table.Td>
              <Table.Td>
                {says}
                {single && !singles ? ' (off)' : ''}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Dialog>
  );
}
