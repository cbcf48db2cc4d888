'use client';
// All readings of the piece in one table: every text of every slide in every size, the worst first; one click goes
// there.
import { ActionIcon, Button, Group, SegmentedControl, Table, Text, Tooltip, VisuallyHidden } from '@mantine/core';
import { IconListDetails } from '@tabler/icons-react';
import { memo, useState } from 'react';
import type { Piece } from '../../../core/piece/schema';
import type { OverviewRow } from '../../../core/reading/overview';
import { Dialog } from '../../shared/Dialog';
import { flagWord } from '../../shared/flags';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { Measured } from '../fields/Measured';
import { useOverview } from '../measuring/overview';
import { edit, goToLayer, useBench } from '../state/store';
import css from './Overview.module.css';

export const Overview = memo(function Overview() {
  const [open, setOpen] = useState(false);
  const places = useBench((s) => s.piece.slides.length * s.piece.sizes.length);
  return (
    <>
      <Tooltip
        label={`All readings: ${places > 1 ? 'every text of every slide in every size' : 'every text, and the goal of the piece'}`}
      >
        <ActionIcon aria-label="All readings" onClick={() => setOpen(true)}>
          <IconListDetails size={17} />
        </ActionIcon>
      </Tooltip>
      {open && <Readings onClose={() => setOpen(false)} />}
    </>
  );
});

function Readings({ onClose }: { onClose: () => void }) {
  const piece = useBench((s) => s.piece);
  const { rows, done, of, failed } = useOverview(piece);
  const lost = rows.filter((r) => r.reading.verdict !== 'clear').length;
  const go = (r: OverviewRow): void => {
    onClose();
    goToLayer({ slide: r.slide, size: r.size, layer: r.reading.layer });
  };
  return (
    <Dialog opened onClose={onClose} title="All readings of this piece" size={920}>
      <Measured
        done={done}
        of={of}
        failed={failed}
        says={
          rows.length === 0
            ? 'There are no texts in this piece yet.'
            : lost
              ? `${lost} of ${rows.length} readings need something`
              : `All ${rows.length} readings are Clear`
        }
      >
        <Group gap={8}>
          <Text fz="sm">Goal</Text>
          <SegmentedControl
            aria-label="Goal of the piece"
            value={piece.goal}
            onChange={(v) => edit('Goal', (p) => ({ ...p, goal: v as Piece['goal'] }))}
            data={[
              { value: 'standard', label: 'Standard, 4.5 or 3' },
              { value: 'strict', label: 'Strict, 7 or 4.5' },
            ]}
          />
        </Group>
      </Measured>
      <Table stickyHeader fz="sm" verticalSpacing={5} highlightOnHover className={css.table}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Text</Table.Th>
            <Table.Th>Slide</Table.Th>
            <Table.Th>Size</Table.Th>
            <Table.Th>Reading</Table.Th>
            <Table.Th>Weakest word</Table.Th>
            <Table.Th>Clear letters</Table.Th>
            <Table.Th>Busy</Table.Th>
            <Table.Th>Shown</Table.Th>
            <Table.Th />
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.map((r) => {
            const { verdict, ratio, needed, weakestWord, share, busyness, shownPx, flags } = r.reading;
            return (
              <Table.Tr key={`${r.slide}:${r.size}:${r.reading.layer}`} data-reading={r.reading.layer}>
                <Table.Td className={css.text}>
                  <b>{r.text || 'empty'}</b>
                  {flags.map((f) => (
                    <small key={f}>{flagWord(f, r.reading)}</small>
                  ))}
                </Table.Td>
                <Table.Td>{r.slideNumber}</Table.Td>
                <Table.Td>{r.sizeName}</Table.Td>
                <Table.Td>
                  <Group gap={5} wrap="nowrap">
                    <VerdictMark verdict={verdict} /> {verdict ? VERDICT_WORD[verdict] : ''}{' '}
                    {ratio === null ? '' : `${ratio.toFixed(2)} of ${needed.toFixed(1)}`}
                  </Group>
                </Table.Td>
                <Table.Td>{verdict === 'clear' ? '' : weakestWord}</Table.Td>
                <Table.Td>{ratio === null ? '' : `${Math.round(share * 100)} %`}</Table.Td>
                <Table.Td>{ratio === null ? '' : Math.round(busyness)}</Table.Td>
                <Table.Td>{shownPx.toFixed(0)} px</Table.Td>
                <Table.Td>
                  <Button size="compact-xs" variant="default" onClick={() => go(r)}>
                    Go there
                    <VisuallyHidden>
                      : {r.text || 'the text'}, slide {r.slideNumber}, {r.sizeName}
                    </VisuallyHidden>
                  </Button>
                </Table.Td>
              </Table.Tr>
            );
          })}
        </Table.Tbody>
      </Table>
    </Dialog>
  );
}
