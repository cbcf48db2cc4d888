'use client';
// The list of shortcuts, behind `?`.
import { Kbd, Modal, Table } from '@mantine/core';

const KEYS: [string, string][] = [
  ['T', 'Add text'],
  ['Enter', 'Edit the selected text'],
  ['Ctrl B, I, U in a text', 'Bold, italic, underline what is marked'],
  ['Esc', 'One step back: out of the text, out of the selection'],
  ['Arrows, Shift + arrows', 'Nudge by 1, by 10'],
  ['Drag with Shift', 'Keep to one direction'],
  ['Drag with Ctrl', 'Move without snapping'],
  ['Drag with Alt', 'Move a copy, leave the original'],
  ['Drag over nothing', 'Select what the box touches; with Shift add to it'],
  ['Tab, Shift Tab', 'Next, previous layer of the slide'],
  ['Ctrl G, Ctrl Shift G', 'Group, take the group apart'],
  ['Double click', 'Into a group, a text, the picture in its mask'],
  ['Side handle', 'Re-wrap a text'],
  ['Corner handle', 'Scale a text; with Alt from its middle'],
  ['Alt + wheel', 'Zoom the selected photo in its frame'],
  ['Shift at a fade’s end', 'Keep its direction'],
  ['Click again', 'Go through to what lies beneath'],
  ['] and [', 'Bring forward, send backward within the band'],
  ['} and {', 'To the front, to the back of the band'],
  ['Ctrl D', 'Duplicate'],
  ['Ctrl C, X, V', 'Copy, cut, paste layers; paste a picture'],
  ['Delete', 'Delete'],
  ['F2', 'Rename the layer'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
  ['J', 'Just enough'],
  ['Hold B', 'See what was before: without the way that is looked at, or without treatments'],
  ['Ctrl + wheel, pinch', 'Zoom about the pointer'],
  ['+ and -', 'Zoom in, out'],
  ['0, 1', 'Fit, 100 %'],
  ['Space + drag, middle drag', 'Pan'],
  ['1 2 3 4 5 with Alt', 'Plain, Letters, Calm, Clean, Grey'],
  ['?', 'This list'],
];

export function Shortcuts({ onClose }: { onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Keyboard and pointer" size={520}>
      <Table verticalSpacing={4} fz="sm">
        <Table.Tbody>
          {KEYS.map(([keys, what]) => (
            <Table.Tr key={keys}>
              <Table.Td w={210}>
                <Kbd size="xs">{keys}</Kbd>
              </Table.Td>
              <Table.Td>{what}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Modal>
  );
}
