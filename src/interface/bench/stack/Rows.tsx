'use client';
// The rows of a band, each group's head before the first of its layers.
import { ActionIcon } from '@mantine/core';
import { IconEye, IconEyeOff, IconLock, IconLockOpen, IconStack2 } from '@tabler/icons-react';
import { Fragment } from 'react';
import type { Layer } from '../../../core/kinds/layers';
import { groupsAround, membersOf } from '../../../core/piece/groups';
import type { Slide } from '../../../core/piece/schema';
import { toggleLocked, toggleVisible } from '../commands/layers';
import { currentSlide, select, useBench } from '../state/store';
import css from './Stack.module.css';

import { INDENT, Row } from './Row';

/** The head of a group: everything in it is selected, hidden and locked together. */
function GroupRow({ id, depth }: { id: string; depth: number }) {
  const slide = useBench(currentSlide);
  const group = slide.groups.find((g) => g.id === id),
    members = membersOf(slide, id);
  const chosen = useBench((s) => members.length > 0 && members.every((m) => s.selection.includes(m)));
  const layers = slide.layers.filter((l) => members.includes(l.id)),
    visible = layers.some((l) => l.visible),
    locked = layers.every((l) => l.locked);
  if (!group) return null;
  return (
    <div
      className={css.group}
      data-group={id}
      data-selected={chosen || undefined}
      style={{ paddingLeft: 10 + depth * INDENT }}
      onClick={(e) =>
        e.shiftKey ? select([...new Set([...useBench.getState().selection, ...members])]) : select(members)
      }
    >
      <IconStack2 size={14} />
      <span className={css.name}>{group.name}</span>
      <ActionIcon
        size="xs"
        className={css.eye}
        aria-label={`${locked ? 'Unlock' : 'Lock'} ${group.name}`}
        onClick={(e) => (e.stopPropagation(), toggleLocked(...members))}
      >
        {locked ? <IconLock size={13} /> : <IconLockOpen size={13} />}
      </ActionIcon>
      <ActionIcon
        size="xs"
        className={css.eye}
        aria-label={`${visible ? 'Hide' : 'Show'} ${group.name}`}
        onClick={(e) => (e.stopPropagation(), toggleVisible(...members))}
      >
        {visible ? <IconEye size={14} /> : <IconEyeOff size={14} />}
      </ActionIcon>
    </div>
  );
}

/** Rows of a band, each group's head before the first of its layers. */
export function Rows({ layers, groups }: { layers: Layer[]; groups: Slide['groups'] }) {
  const paths = layers.map((l) => groupsAround({ groups }, l.group).reverse());
  return layers.map((l, n) => {
    const path = paths[n],
      same = path.findIndex((g, i) => paths[n - 1]?.[i] !== g),
      fresh = same < 0 ? [] : path.slice(same);
    return (
      <Fragment key={l.id}>
        {fresh.map((g, i) => (
          <GroupRow key={g} id={g} depth={path.length - fresh.length + i} />
        ))}
        <Row layer={l} depth={path.length} />
      </Fragment>
    );
  });
}
