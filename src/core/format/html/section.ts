// A section of a web page as HTML and CSS: its markup, its rules, and what pictures and fonts they need. Each layer is
// an element of its own, named as in the document; texts stand in rows that grow with them. What CSS cannot paint as
// the painter does is asked for as a picture.
import { isFollower, isPhoto, isText, type Layer } from '../../kinds/layers';
import { columnsOf } from '../../arrange/flow';
import type { Extent } from '../../kinds/common';
import type { Setter } from '../../kinds/kind';
import type { TextLayer } from '../../kinds/text';
import type { Piece, Slide } from '../../piece/schema';
import { allPictures } from '../../piece/slideshow';
import { reachOf } from '../../scene/reach';
import { grows } from '../../type/frame';
import { shownText } from '../../type/spans';
import { faceRules, type Faces, type FaceUse, facesOf } from './faces';
import { block, empty, escaped, inline } from './markup';
import { asBackground, groundCss, paintCss } from './paint';
import { photoElement, showsWhole } from './photo';
import { type Behind, columnRules, heightRules, placed, turned } from './place';
import { px, Sheet, slug } from './sheet';
import { pauseControl, pictureClass, showRules } from './slideshow';
import { at, fillsSection, type Stand, standsOf } from './stands';
import { setsInCss, textElement } from './text';
import { partFile, type Wanted, type WantedPart } from './wanted';

/** A section as text, and what it refers to. */
export interface SectionPage {
  /** A whole page that shows it. */
  html: string;
  css: string;
  wanted: Wanted[];
  faces: FaceUse[];
  /** The section where its layouts begin, which `wanted` refers to. */
  stands: Stand[];
}

/** What is told of pictures that are not in the document: pixels of a file; null where it is not there. */
export type FileOf = (asset: string) => Extent | null;

/** Classes of layers, unique in a section. Parts of a layer add two hyphens and a word, which no name has. */
function classes(layers: readonly Layer[]): Map<string, string> {
  const taken = new Set<string>(['page', 'message']),
    out = new Map<string, string>();
  for (const l of layers) {
    const base = slug(l.name);
    let name = base;
    for (let n = 2; taken.has(name); n++) name = `${base}-${n}`;
    taken.add(name);
    out.set(l.id, `section-${name}`);
  }
  return out;
}

class Writer {
  readonly wanted: Wanted[] = [];
  readonly filters: string[] = [];
  readonly sheet: Sheet;
  readonly names: Map<string, string>;
  readonly faces: Faces;

  constructor(
    readonly stands: readonly Stand[],
    readonly fileOf: FileOf,
  ) {
    this.sheet = new Sheet(stands.map((s) => s.size.width));
    this.names = classes(stands[0].scene.layers);
    this.faces = facesOf(stands);
  }

  cls = (layer: Layer): string => this.names.get(layer.id)!;

  /** The level of a text; where none has one, the largest is the first. */
  headingOf(layer: TextLayer): TextLayer['heading'] {
    if (layer.button) return null;
    if (layer.heading) return layer.heading;
    const texts = this.stands[0].scene.layers.filter(isText).filter((t) => t.visible && !t.button && t.text.trim());
    if (texts.some((t) => t.heading)) return null;
    const largest = texts.reduce<TextLayer | null>((b, t) => (!b || t.fontSize > b.fontSize ? t : b), null);
    return largest?.id === layer.id ? 'h1' : null;
  }

  /** What all layers have, besides their place. */
  private common(layer: Layer): void {
    const self = `.${this.cls(layer)}`,
      own = at(this.stands, layer);
    if (own.some((l) => l.opacity !== 1))
      this.sheet.shares(
        self,
        'opacity',
        own.map((l) => l.opacity),
      );
    if (layer.blend !== 'normal') this.sheet.set(self, { 'mix-blend-mode': layer.blend });
    if (own.some((l) => !l.visible) && own.some((l) => l.visible))
      this.sheet.steps(
        self,
        'display',
        own.map((l) => (l.visible ? 'revert-layer' : 'none')),
      );
  }

  /** A layer as a picture, laid over its element. @param alt null for what only decorates */
  private part(layer: Layer, alt: string | null): string {
    const { stands, sheet } = this,
      cls = this.cls(layer),
      fills = fillsSection(stands, layer),
      own = at(stands, layer),
      parts = stands.map((s, i): WantedPart => {
        const reach = fills
            ? { x: 0, y: 0, width: s.size.width, height: s.size.height }
            : // Its turn is the page's.
              reachOf(s.setter, { ...own[i], rotation: 0 }),
          x = Math.floor(Math.max(0, reach.x)),
          y = Math.floor(Math.max(0, reach.y));
        return {
          kind: 'part',
          name: `pictures/${cls.slice(8)}-${slug(s.layout.name)}-${Math.round(s.size.width)}`,
          layer: layer.id,
          layout: i,
          bounds: {
            x,
            y,
            width: Math.max(1, Math.ceil(Math.min(s.size.width, reach.x + reach.width)) - x),
            height: Math.max(1, Math.ceil(Math.min(s.size.height, reach.y + reach.height)) - y),
          },
          densities: [1, 2],
        };
      });
    this.wanted.push(...parts);
    const img = `.${cls} img`;
    sheet.set(img, { position: 'absolute', display: 'block', 'max-width': 'none' });
    if (fills) sheet.set(img, { inset: '0', width: '100%', height: '100%' });
    else {
      const frames = own.map((l, i) => stands[i].frameOf(l));
      sheet.runs(img, 'left', (i) => parts[i].bounds.x - frames[i].x);
      sheet.runs(img, 'top', (i) => parts[i].bounds.y - frames[i].y);
      sheet.runs(img, 'width', (i) => parts[i].bounds.width);
      sheet.runs(img, 'height', (i) => parts[i].bounds.height);
    }
    const set = (p: WantedPart): string => p.densities.map((d) => `${partFile(p, d)} ${d}x`).join(', ');
    return block('picture', {}, [
      ...parts
        .slice(1)
        .reverse()
        .map((p) => empty('source', { media: `(min-width: ${px(stands[p.layout].size.width)})`, srcset: set(p) })),
      empty('img', {
        src: partFile(parts[0], 1),
        srcset: set(parts[0]),
        width: parts[0].bounds.width,
        height: parts[0].bounds.height,
        alt: alt ?? '',
      }),
    ]);
  }

  /** What a layer that is no text is painted with; markup inside its element. */
  private looks(layer: Layer): string[] {
    const { sheet, stands } = this,
      cls = this.cls(layer),
      self = `.${cls}`;
    const backgrounds = this.backgrounds(layer);
    if (backgrounds) {
      sheet.steps(self, 'background', backgrounds);
      return [];
    }
    if (isPhoto(layer)) {
      const file = this.fileOf(layer.asset);
      if (!file) return [];
      if (showsWhole(stands, layer)) {
        const { markup, wanted } = photoElement(stands, layer, cls, sheet, file, `pictures/${cls.slice(8)}`);
        this.wanted.push(wanted);
        return [markup];
      }
      return [this.part(layer, layer.name)];
    }
    return [this.part(layer, null)];
  }

  /** A background for each layout where CSS has one that looks alike. */
  private backgrounds(layer: Layer): string[] | null {
    const { stands } = this,
      own = at(stands, layer),
      out: string[] = [];
    for (const [i, l] of own.entries()) {
      const { scene } = stands[i];
      if ('shadows' in l && l.shadows.some((s) => s.on)) return null;
      const paint =
        l.kind === 'plate' && l.stroke.width === 0
          ? paintCss(l.fill, l.box, scene, l.fillOpacity)
          : groundCss(l, scene, 1);
      if (!paint) return null;
      out.push(asBackground(paint));
    }
    if (layer.kind === 'plate' && layer.radius.some((r) => r > 0))
      this.sheet.steps(
        `.${this.cls(layer)}`,
        'border-radius',
        own.map((l) => (l.kind === 'plate' ? l.radius.map(px).join(' ') : '0')),
      );
    return out;
  }

  /** A layer behind the message or over it, at its own place. */
  absolute(layer: Layer): string {
    const { sheet, stands } = this,
      cls = this.cls(layer);
    if (isText(layer)) {
      placed(sheet, cls, stands, layer);
      return this.text(layer);
    }
    if (fillsSection(stands, layer)) sheet.set(`.${cls}`, { position: 'absolute', inset: '0' });
    else placed(sheet, cls, stands, layer);
    this.common(layer);
    const inner = this.looks(layer),
      decorates = !isPhoto(layer);
    return block('div', { class: cls, ...(decorates ? { 'aria-hidden': 'true' } : {}) }, inner);
  }

  /** A layer in a row of the message. */
  item(layer: Layer): string {
    const { sheet, stands } = this;
    if (isText(layer)) return this.text(layer);
    const cls = this.cls(layer),
      boxes = at(stands, layer).map((l) => l.box);
    sheet.runs(`.${cls}`, 'height', (i) => boxes[i].height);
    turned(sheet, cls, at(stands, layer));
    this.common(layer);
    return block('div', { class: cls, ...(isPhoto(layer) ? {} : { 'aria-hidden': 'true' }) }, this.looks(layer));
  }

  /** A layer that lies behind texts. */
  behind(layer: Layer): string {
    this.common(layer);
    return block('div', { class: this.cls(layer), 'aria-hidden': 'true' }, this.looks(layer));
  }

  private text(layer: TextLayer): string {
    const { sheet, stands } = this,
      cls = this.cls(layer),
      self = `.${cls}`,
      own = at(stands, layer);
    this.common(layer);
    turned(sheet, cls, own);
    const heading = this.headingOf(layer),
      tag = heading ?? (layer.button ? 'a' : 'p'),
      attributes: Record<string, string> = { class: cls };
    if (heading) attributes.id = cls;
    if (layer.button) attributes.href = layer.button.href;
    if (!setsInCss(stands, layer)) {
      if (own.every((t) => t.frame === 'frame')) sheet.runs(self, 'height', (i) => stands[i].frameOf(own[i]).height);
      sheet.set(self, { 'font-size': '0' });
      return inline(tag, attributes, `\n${this.part(layer, shownText(layer).replace(/\s+/g, ' '))}\n`);
    }
    const made = textElement(stands, layer, cls, sheet, this.faces);
    if (layer.frame === 'frame' && !grows(layer)) {
      sheet.runs(self, 'height', (i) => own[i].box.height);
      if (layer.vertical !== 'top')
        sheet.set(self, {
          display: 'flex',
          'flex-direction': 'column',
          'justify-content': layer.vertical === 'middle' ? 'center' : 'flex-end',
        });
    }
    this.filters.push(...made.filters);
    return inline(tag, attributes, made.inner);
  }
}

/** Rules that hold for every section. */
function begin(sheet: Sheet, paper: string): void {
  sheet.set('.section', {
    'container-name': 'section',
    'container-type': 'inline-size',
  });
  sheet.set('.section-page', {
    position: 'relative',
    isolation: 'isolate',
    display: 'grid',
    overflow: 'clip',
    'background-color': paper,
    '-webkit-text-size-adjust': '100%',
    'text-size-adjust': '100%',
    'text-rendering': 'geometricPrecision',
    '-webkit-font-smoothing': 'antialiased',
  });
  sheet.set(':where(.section-page, .section-page *)', { 'box-sizing': 'border-box' });
  sheet.set(':where(.section-page) :where(h1, h2, h3, p)', { margin: '0', padding: '0' });
  sheet.set('.section-message', {
    'grid-area': '1 / 1',
    display: 'grid',
    'grid-template-columns': '100%',
    'align-items': 'start',
    'pointer-events': 'none',
  });
  sheet.set(':where(.section-message > *)', {
    position: 'relative',
    'grid-column': '1',
    'justify-self': 'start',
    'pointer-events': 'auto',
  });
}

/**
 * A section as a page of HTML with its style sheet.
 * @param setter fonts of the slide must be loaded
 * @param slide as it is looked at
 */
export function sectionPage(setter: Setter, piece: Piece, slide: Slide, fileOf: FileOf): SectionPage {
  const { show } = slide,
    several = show && show.pictures.length > 1 ? show : null,
    { slide: whole, names } = allPictures(slide),
    stands = standsOf(setter, piece, whole),
    [{ scene }] = stands,
    writer = new Writer(stands, fileOf),
    { sheet } = writer,
    seen = scene.layers.filter((l) => at(stands, l).some((x) => x.visible));
  begin(sheet, scene.paper.slice(0, 7));
  heightRules(sheet, '.section-page', stands, piece.section?.share ?? 0);

  const columns = columnsOf(stands.map((s) => s.items)),
    groupOf = new Map<string, number>();
  columns.forEach((c, i) => c.flat().forEach((id) => groupOf.set(id, i)));
  const behindOf: Layer[][] = columns.map(() => []);
  for (const l of seen) {
    if (!isFollower(l)) continue;
    const into = [...new Set(l.follows.filter((id) => groupOf.has(id)).map((id) => groupOf.get(id)!))];
    if (into.length === 1) behindOf[into[0]].push(l);
  }
  const attached = new Set(behindOf.flat().map((l) => l.id)),
    lines: string[] = [];
  if (several) {
    // Before the pictures in the page, so that its rules reach them.
    lines.push(pauseControl(sheet, stands));
    showRules(sheet, several);
    names.forEach((ids, i) => {
      const inner = seen.filter((l) => ids.includes(l.id)).map((l) => writer.absolute(l));
      lines.push(block('div', { class: pictureClass(i) }, inner));
    });
  }
  const inPictures = new Set(several ? names.flat() : []);
  for (const l of seen)
    if (!groupOf.has(l.id) && !attached.has(l.id) && !inPictures.has(l.id)) lines.push(writer.absolute(l));
  columns.forEach((column, n) => {
    const cls = columns.length > 1 ? `section-message-${n + 1}` : 'section-message',
      inner = behindOf[n].map((l) => writer.behind(l)),
      // In the order in which the narrowest layout is read.
      ids = column.flat();
    for (const id of ids) inner.push(writer.item(stands[0].by.get(id)!));
    columnRules(
      sheet,
      cls,
      column,
      stands,
      (id) => writer.names.get(id)!,
      behindOf[n].map((layer): Behind => ({
        cls: writer.cls(layer),
        layer,
        texts: isFollower(layer) ? layer.follows.filter((id) => groupOf.has(id)) : [],
      })),
    );
    lines.push(block('div', { class: `section-message${columns.length > 1 ? ` ${cls}` : ''}` }, inner));
  });
  const heading = seen.filter(isText).find((t) => writer.headingOf(t)),
    label = heading ? { 'aria-labelledby': writer.names.get(heading.id)! } : { 'aria-label': piece.name },
    filters = writer.filters.length
      ? [`<svg width="0" height="0" aria-hidden="true" style="position: absolute">${writer.filters.join('')}</svg>`]
      : [];
  const inner = [block('div', { class: 'section-page' }, [...lines, ...filters])],
    landmark = piece.section?.landmark ?? 'section',
    section =
      landmark === 'section'
        ? block('section', { class: 'section', ...label }, inner)
        : block(landmark === 'header' ? 'header' : 'div', { class: 'section' }, inner);
  return {
    html: page(piece.name, section, writer.faces.all, landmark === 'header'),
    css: sheet.text(faceRules(writer.faces.all)),
    wanted: writer.wanted,
    faces: writer.faces.all,
    stands,
  };
}

/** @param banner it stands before what is the page's own */
function page(title: string, section: string, faces: readonly FaceUse[], banner: boolean): string {
  const head = [
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escaped(title)}</title>`,
    ...faces
      .slice(0, 2)
      .map((f) =>
        empty('link', { rel: 'preload', href: f.file, as: 'font', type: 'font/woff2', crossorigin: 'anonymous' }),
      ),
    '<link rel="stylesheet" href="section.css">',
  ];
  return `<!DOCTYPE html>\n${block('html', { lang: 'en' }, [
    block('head', {}, head),
    block('body', { class: 'page' }, banner ? [section, block('main', {}, [])] : [block('main', {}, [section])]),
  ])}\n`;
}
