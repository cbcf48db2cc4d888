'use client';
// The menu of the selected layers, at the pointer or at a row of the stack.
import { Menu } from '@mantine/core';
import {
  IconArchive,
  IconArrowBarToDown,
  IconArrowBarToUp,
  IconArrowDown,
  IconArrowLeft,
  IconArrowRight,
  IconArrowUp,
  IconCopy,
  IconEye,
  IconEyeOff,
  IconLock,
  IconLockOpen,
  IconObjectScan,
  IconPaint,
  IconPencil,
  IconTrash,
  IconTypography,
  IconUnlink,
} from '@tabler/icons-react';
import { isText } from '../../core/kinds/layers';
import { type LookPart, partsFor } from '../../core/piece/look';
import { groupSelection, ungroupSelection } from './commands/arranging';
import { duplicateSelected, removeSelected, shiftSelected, toggleLocked, toggleVisible } from './commands/layers';
import { copiedLook, copyLook, pasteLook } from './commands/looks';
import { sendToSlide } from './commands/slides';
import { closeMenu, startRenaming, useMenu } from './state/menu';
import { keepOnShelf } from './shelf/keeping';
import { currentSlide, useBench } from './state/store';

const PASTE: Record<LookPart, string> = {
  whole: 'Paste look',
  fill: 'Only its fill',
  stroke: 'Only its stroke',
  shadow: 'Only its shadow',
  type: 'Only its type',
};

export function ContextMenu() {
  const at = useMenu((s) => s.at);
  const some = useBench((s) => s.selection.length > 0);
  return at && some ? <Opened at={at} /> : null;
}

function Opened({ at }: { at: NonNullable<ReturnType<typeof useMenu.getState>['at']> }) {
  const layer = useBench((s) =>
    s.selection.length === 1 ? currentSlide(s).layers.find((l) => l.id === s.selection[0]) : undefined,
  );
  const first = useBench((s) => currentSlide(s).layers.find((l) => s.selection.includes(l.id)));
  const several = useBench((s) => s.selection.length > 1);
  const grouped = useBench((s) => currentSlide(s).layers.some((l) => l.group !== null && s.selection.includes(l.id)));
  const slide = useBench((s) => s.piece.slides.findIndex((x) => x.id === s.slideId)),
    slides = useBench((s) => s.piece.slides.length),
    section = useBench((s) => s.piece.section !== null);
  // A guest stays with its own slide.
  const sides: [1 | -1, boolean][] =
    first?.guest || (section && first?.band !== 'backdrop')
      ? []
      : [
          [-1, slide > 0],
          [1, slide < slides - 1],
        ];
  const look = copiedLook();
  return (
    <Menu opened returnFocus={false} onClose={closeMenu} position="bottom-start" width={210} withinPortal>
      <Menu.Target>
        <div style={{ position: 'fixed', left: at.x, top: at.y, width: 0, height: 0 }} />
      </Menu.Target>
      <Menu.Dropdown>
        {isText(layer) && (
          <Menu.Item
            leftSection={<IconTypography size={15} />}
            rightSection="Enter"
            disabled={layer.locked || layer.traced !== null}
            onClick={() => useBench.setState({ editing: layer.id })}
          >
            Edit text
          </Menu.Item>
        )}
        {layer && (
          <>
            <Menu.Item leftSection={<IconPencil size={15} />} rightSection="F2" onClick={() => startRenaming(layer.id)}>
              Rename
            </Menu.Item>
            <Menu.Item
              leftSection={layer.visible ? <IconEyeOff size={15} /> : <IconEye size={15} />}
              onClick={() => toggleVisible(layer.id)}
            >
              {layer.visible ? 'Hide' : 'Show'}
            </Menu.Item>
            <Menu.Item
              leftSection={layer.locked ? <IconLockOpen size={15} /> : <IconLock size={15} />}
              onClick={() => toggleLocked(layer.id)}
            >
              {layer.locked ? 'Unlock' : 'Lock'}
            </Menu.Item>
            <Menu.Divider />
            <Menu.Item leftSection={<IconArrowUp size={15} />} rightSection="]" onClick={() => shiftSelected(1)}>
              Bring forward
            </Menu.Item>
            <Menu.Item leftSection={<IconArrowDown size={15} />} rightSection="[" onClick={() => shiftSelected(-1)}>
              Send backward
            </Menu.Item>
            <Menu.Item
              leftSection={<IconArrowBarToUp size={15} />}
              rightSection="}"
              onClick={() => shiftSelected(Infinity)}
            >
              To the front
            </Menu.Item>
            <Menu.Item
              leftSection={<IconArrowBarToDown size={15} />}
              rightSection="{"
              onClick={() => shiftSelected(-Infinity)}
            >
              To the back
            </Menu.Item>
            <Menu.Divider />
          </>
        )}
        {several && (
          <>
            <Menu.Item leftSection={<IconObjectScan size={15} />} rightSection="Ctrl G" onClick={groupSelection}>
              Group
            </Menu.Item>
            {grouped && (
              <Menu.Item leftSection={<IconUnlink size={15} />} rightSection="Ctrl Shift G" onClick={ungroupSelection}>
                Take apart
              </Menu.Item>
            )}
            <Menu.Item
              leftSection={<IconEyeOff size={15} />}
              onClick={() => toggleVisible(...useBench.getState().selection)}
            >
              Show or hide
            </Menu.Item>
            <Menu.Item
              leftSection={<IconLock size={15} />}
              onClick={() => toggleLocked(...useBench.getState().selection)}
            >
              Lock or unlock
            </Menu.Item>
            <Menu.Divider />
          </>
        )}
        {layer && (
          <>
            <Menu.Item leftSection={<IconPaint size={15} />} onClick={copyLook}>
              Copy look
            </Menu.Item>
          </>
        )}
        {look &&
          first &&
          partsFor(look, first).map((part) => (
            <Menu.Item
              key={part}
              leftSection={part === 'whole' ? <IconPaint size={15} /> : <span style={{ width: 15 }} />}
              onClick={() => pasteLook(part)}
            >
              {PASTE[part]}
              {several ? ' onto all' : ''}
            </Menu.Item>
          ))}
        {(layer || (look && first)) && <Menu.Divider />}
        <Menu.Item leftSection={<IconCopy size={15} />} rightSection="Ctrl D" onClick={duplicateSelected}>
          Duplicate
        </Menu.Item>
        <Menu.Item leftSection={<IconArchive size={15} />} onClick={() => void keepOnShelf()}>
          Keep on the shelf
        </Menu.Item>
        {sides.map(
          ([by, there]) =>
            there && (
              <Menu.Item
                key={by}
                leftSection={by < 0 ? <IconArrowLeft size={15} /> : <IconArrowRight size={15} />}
                onClick={() => sendToSlide(by)}
              >
                {by < 0 ? 'To the slide before' : 'To the slide after'}
              </Menu.Item>
            ),
        )}
        <Menu.Item leftSection={<IconTrash size={15} />} rightSection="Del" onClick={removeSelected}>
          Delete
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
