'use client';
// The places of a template, and what it is called: of a piece that is to become one, or of one that is one already.
import { Button, Group, ScrollArea, Select, Stack, Table, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { isText } from '../../core/kinds/layers';
import { asTemplate, guessedRoles, placeKey, rolesFor } from '../../core/piece/roles';
import { oneLine, type Role } from '../../core/values/plain';
import { api, type StoredPiece } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { wentWrong } from '../shared/went-wrong';

const WORD: Record<Role, string> = { photo: 'Photo', headline: 'Headline', line: 'Line', logo: 'Logo' };
const NONE = 'none';

export function NamePlaces({
  of: { id, campaign, revision, piece },
  onClose,
  onDone,
}: {
  of: StoredPiece;
  onClose: () => void;
  /** @param template as it is stored now */
  onDone: (template: StoredPiece) => void;
}) {
  const [name, setName] = useState(piece.name),
    [roles, setRoles] = useState(() => guessedRoles(piece)),
    [busy, setBusy] = useState(false);
  const rows = piece.slides.flatMap((slide, number) =>
    [...slide.layers]
      .reverse()
      .filter((l) => rolesFor(l).length && (l.visible || l.role))
      .map((layer) => ({ key: placeKey(slide.id, layer.id), layer, number })),
  );
  const save = async (): Promise<void> => {
    setBusy(true);
    try {
      const document = asTemplate(piece, name.trim(), roles);
      onDone(
        piece.template
          ? { ...(await api.save(id, revision, document)), piece: document }
          : await api.newPiece({ document, campaign }),
      );
      onClose();
    } catch (e) {
      setBusy(false);
      wentWrong(e);
    }
  };
  return (
    <Dialog
      opened
      onClose={onClose}
      size={620}
      title={piece.template ? 'Name and places of the template' : 'Make a template'}
    >
      <Stack gap="sm">
        <TextInput
          label="Name"
          value={name}
          maxLength={200}
          data-autofocus
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Text fz="sm" c="dimmed">
          Places are filled when a piece is made of it. Whatever stays as it is belongs to the design.
        </Text>
        {rows.length === 0 && <Text fz="sm">There is no photo and no text that could be a place.</Text>}
        <ScrollArea.Autosize mah="46vh">
          <Table verticalSpacing={4} aria-label="Places">
            <Table.Tbody>
              {rows.map(({ key, layer, number }) => (
                <Table.Tr key={key}>
                  {piece.slides.length > 1 && <Table.Td w={64}>Slide {number + 1}</Table.Td>}
                  <Table.Td>
                    <Text fz="sm" lineClamp={1}>
                      {layer.name}
                      {isText(layer) && oneLine(layer.text) !== layer.name && (
                        <Text span c="dimmed">
                          {' '}
                          {oneLine(layer.text)}
                        </Text>
                      )}
                    </Text>
                  </Table.Td>
                  <Table.Td w={170}>
                    <Select
                      size="xs"
                      aria-label={`Place of ${layer.name}`}
                      allowDeselect={false}
                      value={roles.get(key) ?? NONE}
                      data={[
                        { value: NONE, label: 'Stays as it is' },
                        ...rolesFor(layer).map((role) => ({ value: role, label: WORD[role] })),
                      ]}
                      onChange={(value) =>
                        setRoles((all) => {
                          const next = new Map(all);
                          if (value === NONE || value === null) next.delete(key);
                          else next.set(key, value as Role);
                          return next;
                        })
                      }
                    />
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </ScrollArea.Autosize>
        <Group justify="flex-end">
          <Button loading={busy} disabled={!name.trim() || roles.size === 0} onClick={() => void save()}>
            {piece.template ? 'Save' : 'Make the template'}
          </Button>
        </Group>
      </Stack>
    </Dialog>
  );
}
