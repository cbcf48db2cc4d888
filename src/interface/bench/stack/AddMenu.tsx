'use client';
// What can be added to a band: the entries of all kinds that land there.
import { ActionIcon, Menu, Tooltip } from '@mantine/core';
import { IconArchive, IconPlus, IconRosette } from '@tabler/icons-react';
import { Fragment, useRef, useState } from 'react';
import type { Band } from '../../../core/values/plain';
import { Library } from '../../shared/library/Library';
import { Marks } from '../../shared/Marks';
import { addLogo } from '../commands/house';
import { useHouse } from '../keeping/house';
import type { Addition } from '../kinds/face';
import { ADDITIONS } from '../kinds/faces';
import { Shelf } from '../shelf/Shelf';
import { carriedNow } from '../state/carried';
import { useBench } from '../state/store';

export function AddMenu({ band, label }: { band: Band; label: string }) {
  const [library, setLibrary] = useState<Addition['library'] | null>(null);
  const [marks, setMarks] = useState<Addition['marks'] | null>(null);
  const [shelf, setShelf] = useState(false);
  const { logos } = useHouse((s) => s.style);
  const inputs = useRef(new Map<string, HTMLInputElement | null>());
  const section = useBench((s) => s.piece.section !== null),
    additions = ADDITIONS.filter((a) => a.band === band && (section || !a.ofSection));
  const begin = (a: Addition): void => {
    if (a.now) a.now();
    else if (a.file) inputs.current.get(a.label)?.click();
    else if (a.library) setLibrary(() => a.library);
    else if (a.marks) setMarks(() => a.marks);
  };
  return (
    <>
      <Menu position="bottom-end" width={210}>
        <Menu.Target>
          <ActionIcon size="sm" aria-label={label}>
            <IconPlus size={15} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          {additions.map((a) => (
            <Fragment key={a.label}>
              {a.apart && <Menu.Divider />}
              <Tooltip
                label={a.says}
                disabled={!a.says}
                position="right"
                multiline
                maw={220}
                events={{ hover: true, focus: true, touch: false }}
              >
                <Menu.Item leftSection={<a.Icon size={15} />} rightSection={a.shortcut} onClick={() => begin(a)}>
                  {a.label}
                </Menu.Item>
              </Tooltip>
            </Fragment>
          ))}
          {band === 'message' &&
            logos.map((logo) => (
              <Menu.Item key={logo.id} leftSection={<IconRosette size={15} />} onClick={() => void addLogo(logo)}>
                {logo.name}
              </Menu.Item>
            ))}
          <Menu.Divider />
          <Menu.Item leftSection={<IconArchive size={15} />} onClick={() => setShelf(true)}>
            What was made before
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {additions.map(
        ({ label: of, file }) =>
          file && (
            <input
              key={of}
              ref={(el) => void inputs.current.set(of, el)}
              type="file"
              accept={file.accept}
              multiple={file.multiple}
              hidden
              data-testid={file.testId}
              onChange={(e) => {
                const files = [...(e.currentTarget.files ?? [])];
                if (files.length) file.take(files);
                e.currentTarget.value = '';
              }}
            />
          ),
      )}
      {marks && (
        <Marks
          onClose={() => setMarks(null)}
          onChoose={(mark) => {
            setMarks(null);
            marks(mark);
          }}
        />
      )}
      {shelf && <Shelf onClose={() => setShelf(false)} />}
      {library && (
        <Library
          carries={band === 'backdrop' ? carriedNow() : null}
          onClose={() => setLibrary(null)}
          onChoose={(picture) => {
            setLibrary(null);
            library(picture);
          }}
        />
      )}
    </>
  );
}
