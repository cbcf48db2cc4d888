'use client';
// Controls of a photo: how it fills its frame, what part of it shows, turns and straightening, its tone.
import { ActionIcon, Button, Group, SegmentedControl, Stack, Switch, Text, Tooltip } from '@mantine/core';
import {
  IconArrowsHorizontal,
  IconArrowsVertical,
  IconPhoto,
  IconPhotoPlus,
  IconPuzzle,
  IconSlideshow,
  IconReplace,
  IconRotate2,
  IconRotateClockwise2,
} from '@tabler/icons-react';
import { useState } from 'react';
import { entering } from '../../../core/house/logo';
import { isText } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { placePhoto, ratioOfPhoto, turnPhoto } from '../../../core/photo/fit';
import { knownSubject } from '../../../core/photo/subject';
import { useAssetSize, useCredit, useIsDrawing, useIsDrawn } from '../../shared/assets';
import { addShowPictures } from '../commands/slideshow';
import { takeApart } from '../commands/apart';
import { addCreditLine, addLogoFiles, addPhoto, addPicture, addPictureFiles, replacePhoto } from '../commands/adding';
import { change } from '../commands/layers';
import { putBox, setter, useLengthScale } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { ColourField } from '../fields/ColourField';
import { CutFields } from '../fields/CutFields';
import { StrokeFold } from '../fields/EdgeFields';
import { Fold, Folds } from '../fields/Folds';
import { FORM_NAMES, MaskField } from '../fields/FormFields';
import { LetteringFields } from '../fields/LetteringFields';
import { Library } from '../../shared/library/Library';
import { carriedNow } from '../state/carried';
import { MotionFields } from '../fields/MotionFields';
import { MountFields } from '../fields/MountFields';
import { PhotoFrame } from '../fields/PhotoFrame';
import { RoomFields } from '../fields/RoomFields';
import { SubjectFields } from '../fields/SubjectFields';
import { ShadowsFold } from '../fields/ShadowsField';
import { ToneFold } from '../fields/ToneFields';
import { oneLine } from '../../../core/values/plain';
import { currentSize, currentSlide, frameOf, useBench } from '../state/store';
import type { Face } from './face';

const whole = (c: PhotoLayer['crop']): boolean => c.x === 0 && c.y === 0 && c.width === 1 && c.height === 1;

/** What is known of the subject, in a word. */
function subjectWord(layer: PhotoLayer): string | false {
  const known = knownSubject(layer);
  if (!known) return false;
  const [first, ...more] = known.boxes;
  return first ? (more.length ? `${known.boxes.length} things` : first.what || 'as drawn') : 'none';
}

function PhotoControls({ layer }: { layer: PhotoLayer }) {
  const set = setter(layer);
  const photo = useAssetSize(layer.asset),
    credit = useCredit(layer.asset);
  const drawn = useIsDrawn(layer.asset),
    isDrawing = useIsDrawing(layer.asset);
  const size = useBench(currentSize);
  const k = useLengthScale();
  const [replacing, setReplacing] = useState(false);

  const fit = (to: PhotoLayer['fit']): void => {
    if (to === layer.fit) return;
    change<PhotoLayer>('Fit', [layer.id], (l) => {
      if (to === 'free' && photo) {
        // It stays where it is seen, all of it within its box.
        const { target, toFile } = placePhoto(photo, layer.box, layer);
        const shown = Math.hypot(toFile[0], toFile[1]),
          k = layer.straighten === 0 ? 1 / shown : Math.min(target.width / photo.width, target.height / photo.height);
        const turned = layer.turn % 180 !== 0,
          w = (turned ? layer.crop.height * photo.height : layer.crop.width * photo.width) * k,
          h = w / ratioOfPhoto(photo, layer);
        const across = layer.flipX ? 1 - layer.focus.x : layer.focus.x,
          down = layer.flipY ? 1 - layer.focus.y : layer.focus.y;
        const slack = (extent: number, room: number, f: number): number =>
          extent <= room ? (room - extent) / 2 : Math.min(0, Math.max(room - extent, room / 2 - f * extent));
        l.box = {
          x: layer.box.x + slack(w, layer.box.width, across),
          y: layer.box.y + slack(h, layer.box.height, down),
          width: w,
          height: h,
        };
        l.zoom = 1;
      } else if (l.fit === 'free' && l.band !== 'message')
        l.box = { x: 0, y: 0, width: size.width, height: size.height };
      l.fit = to;
      if (l.band !== 'message')
        l.anchors =
          to === 'free' ? { horizontal: 'centre', vertical: 'middle' } : { horizontal: 'stretch', vertical: 'stretch' };
    });
  };
  const turn = (by: 90 | -90): void =>
    change<PhotoLayer>('Turn photo', [layer.id], (l) => {
      Object.assign(l, turnPhoto(l, by));
      if (l.fit === 'free') {
        const { x, y, width, height } = l.box;
        l.box = { x: x + (width - height) / 2, y: y + (height - width) / 2, width: height, height: width };
      }
    });

  return (
    <>
      <SegmentedControl
        aria-label="Fit"
        value={layer.fit}
        onChange={(v) => fit(v as PhotoLayer['fit'])}
        data={[
          { value: 'cover', label: 'Cover' },
          { value: 'contain', label: 'Contain' },
          { value: 'free', label: 'Free' },
        ]}
      />
      {photo && <PhotoFrame layer={layer} photo={photo} />}
      {drawn && (
        <Text fz="xs" c="dimmed">
          This drawing holds more than flat shapes, so it is shown from pixels, as many as its size needs.
        </Text>
      )}
      <Amount
        label="Zoom"
        value={Math.round(layer.zoom * 100)}
        min={100}
        max={2000}
        scale={{ to: (v) => Math.log(v / 100) / Math.log(20), from: (s) => 100 * 20 ** s }}
        onChange={(v) => putBox(layer, 'Zoom photo', { zoom: v / 100 })}
      />
      <Amount
        label="Straighten"
        value={layer.straighten}
        min={-45}
        max={45}
        step={0.1}
        decimals={1}
        suffix="°"
        onChange={set('Straighten', 'straighten')}
      />
      <Group gap={2} wrap="nowrap">
        {(
          [
            ['Turn left by a quarter', () => turn(-90), IconRotate2, false],
            ['Turn right by a quarter', () => turn(90), IconRotateClockwise2, false],
            [
              'Mirror left and right',
              () => set('Mirror', 'flipX', false)(!layer.flipX),
              IconArrowsHorizontal,
              layer.flipX,
            ],
            [
              'Mirror top and bottom',
              () => set('Mirror', 'flipY', false)(!layer.flipY),
              IconArrowsVertical,
              layer.flipY,
            ],
          ] as const
        ).map(([name, run, Icon, on]) => (
          <Tooltip key={name} label={name}>
            <ActionIcon size={30} aria-label={name} aria-pressed={on} variant={on ? 'light' : 'subtle'} onClick={run}>
              <Icon size={16} />
            </ActionIcon>
          </Tooltip>
        ))}
        <Button
          size="compact-sm"
          variant="default"
          ml="auto"
          leftSection={<IconReplace size={14} />}
          onClick={() => setReplacing(true)}
        >
          Replace
        </Button>
      </Group>
      {credit && (
        <Group gap="xs" mt={6} wrap="nowrap" justify="space-between" data-credit>
          <Text fz="xs" c="dimmed">
            {`By ${credit.author}, ${credit.service}${credit.named ? ': to be named' : ''}`}
          </Text>
          <Tooltip label={credit.licence}>
            <Button size="compact-xs" variant="default" onClick={() => void addCreditLine(credit)}>
              Credit line
            </Button>
          </Tooltip>
        </Group>
      )}
      {isDrawing && (
        <Tooltip label="Shapes, texts and groups of this drawing become layers of their own">
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconPuzzle size={14} />}
            onClick={() => void takeApart(layer.id)}
          >
            Take apart
          </Button>
        </Tooltip>
      )}
      <Text fz="xs" c="dimmed">
        {layer.fit === 'free'
          ? 'Drag it on the stage; its handles scale it.'
          : layer.band === 'message'
            ? 'Double click it on the stage to move the picture in its frame; Alt and the wheel zoom it.'
            : 'On the stage: drag the selected photo, and turn the wheel with Alt to zoom it.'}
        {!whole(layer.crop) && (
          <Button
            size="compact-xs"
            variant="subtle"
            onClick={() => set('Crop', 'crop', false)({ x: 0, y: 0, width: 1, height: 1 })}
          >
            Use all of the picture
          </Button>
        )}
      </Text>
      <Folds of={layer.band === 'message' ? 'picture' : 'photo'}>
        {layer.band !== 'message' && <ToneFold layer={layer} />}
        {layer.motion && (
          <Fold name="motion" title="Motion" now={layer.motion.on && `${layer.motion.frames.length} frames`}>
            <MotionFields layer={layer} motion={layer.motion} />
          </Fold>
        )}
        {layer.band !== 'message' && (
          <Fold name="subject" title="Subject" now={subjectWord(layer)}>
            <SubjectFields layer={layer} />
          </Fold>
        )}
        {layer.fit !== 'contain' && !layer.cut?.on && (
          <Fold name="room" title="Make room" now={layer.room?.on && 'on'}>
            <RoomFields layer={layer} />
          </Fold>
        )}
        <Fold name="cut" title="Cut out" now={layer.cut?.on && 'on'}>
          <CutFields layer={layer} />
        </Fold>
        {layer.band !== 'message' && (
          <Fold name="letters" title="Letters in the picture">
            <LetteringFields layer={layer} />
          </Fold>
        )}
        {layer.band === 'message' && !layer.guest && (
          <Fold name="mount" title="Frame and ground">
            <MountFields layer={layer} />
          </Fold>
        )}
        <Fold name="mask" title="Mask" now={layer.mask !== null && FORM_NAMES[layer.mask.form].toLowerCase()}>
          <Stack gap={8}>
            <MaskField layer={layer} />
          </Stack>
        </Fold>
        <StrokeFold stroke={layer.stroke} scale={k} onChange={set('Stroke', 'stroke')} />
        <ShadowsFold
          shadows={layer.shadows}
          extent={Math.min(layer.box.width, layer.box.height)}
          scale={k}
          onChange={(s, merge) =>
            change<PhotoLayer>('Shadow', [layer.id], (l) => void (l.shadows = s), merge ? `shadow:${layer.id}` : null)
          }
        />
        {layer.clear !== undefined && <ClearSpace layer={layer} />}
        <Fold name="one" title="One colour" now={layer.oneColour !== null && 'on'}>
          <Stack gap={8}>
            <Switch
              size="xs"
              label="Show it in one colour"
              checked={layer.oneColour !== null}
              onChange={(e) => set('One colour', 'oneColour', false)(e.currentTarget.checked ? '#ffffff' : null)}
            />
            {layer.oneColour !== null && (
              <ColourField
                label="Colour of the picture"
                alpha
                value={layer.oneColour}
                onChange={set('One colour', 'oneColour')}
              />
            )}
            <Text fz="xs" c="dimmed">
              For logos: what is transparent stays so, everything else takes the colour.
            </Text>
          </Stack>
        </Fold>
        {layer.band === 'message' && <ToneFold layer={layer} />}
      </Folds>
      {replacing && (
        <Library
          title="Replace the picture, keep everything else"
          carries={layer.band === 'backdrop' ? carriedNow() : null}
          onClose={() => setReplacing(false)}
          onChoose={(a) => {
            setReplacing(false);
            void replacePhoto(layer.id, a);
          }}
        />
      )}
    </>
  );
}

/** What comes too near to a logo. */
function ClearSpace({ layer }: { layer: PhotoLayer }) {
  const near = useBench((s) =>
    entering(
      { clear: layer.clear, box: layer.box },
      currentSlide(s)
        .layers.filter((l) => l.visible && l.band === 'message' && l.id !== layer.id)
        .map((l) => ({ name: isText(l) ? oneLine(l.text) || l.name : l.name, box: frameOf(l, s.texts) })),
    )
      .map((l) => l.name)
      .join(', '),
  );
  return near ? (
    <Text fz="xs" c="var(--attention)" role="status" data-testid="clear-space">
      Too near to the logo: {near}
    </Text>
  ) : null;
}

export const photo: Face<PhotoLayer> = {
  title: (layer) => (layer.band === 'message' ? 'Picture' : 'Photo'),
  Controls: PhotoControls,
  adds: [
    {
      band: 'message',
      label: 'Logo or picture',
      Icon: IconPhotoPlus,
      apart: true,
      file: { accept: 'image/*', multiple: true, testId: 'logo-file', take: (files) => void addLogoFiles(files) },
    },
    { band: 'message', label: 'Picture from the library', Icon: IconPhoto, library: (a) => void addPicture(a) },
    {
      band: 'backdrop',
      label: 'Photo from a file',
      Icon: IconPhotoPlus,
      file: { accept: 'image/*', multiple: true, testId: 'photo-file', take: (files) => void addPictureFiles(files) },
    },
    {
      band: 'backdrop',
      label: 'Next picture of a slideshow',
      says: 'A photo that is shown after this one, under the same overlays and texts',
      Icon: IconSlideshow,
      ofSection: true,
      file: { accept: 'image/*', multiple: true, testId: 'show-file', take: (files) => void addShowPictures(files) },
    },
    { band: 'backdrop', label: 'Photo from the library', Icon: IconPhoto, library: (a) => void addPhoto(a) },
  ],
};
