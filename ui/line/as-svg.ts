/** A drawing that is laid out as a page, as one SVG that needs nothing else: boxes, words and drawings where they stand. */

const SVG = 'http://www.w3.org/2000/svg';
const MARGIN = 16;
/** Of what stands above it, CSS pixels. */
const TITLE = 34;
const UNDER = 20;
/** Of a letter of what stands under the title, on average; wide, so that none is cut off. */
const LETTER = 7.8;
/** What a shape looks like, written on it: the page's style sheet does not go along. */
const LOOKS = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-size',
  'font-weight',
  'text-anchor',
] as const;
const FACE = 'system-ui, sans-serif';

const isSeen = (style: CSSStyleDeclaration, box: DOMRect): boolean =>
  style.visibility !== 'hidden' && style.display !== 'none' && box.width > 1 && box.height > 1;
const isInk = (colour: string): boolean => colour !== 'transparent' && !/[,/]\s*0\)$/.test(colour);

function element(name: string, attributes: Readonly<Record<string, string | number>>): SVGElement {
  const made = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  return made;
}

/** The box of an element, as it is filled and edged. */
function boxOf(style: CSSStyleDeclaration, box: DOMRect, x: number, y: number): SVGElement | null {
  const edge = Number.parseFloat(style.borderTopWidth);
  const hasEdge = edge > 0 && style.borderTopStyle !== 'none' && isInk(style.borderTopColor);
  const hasFill = isInk(style.backgroundColor);
  if (!hasEdge && !hasFill) return null;
  const radius = Math.min(Number.parseFloat(style.borderTopLeftRadius) || 0, box.width / 2, box.height / 2);
  return element('rect', {
    x: x + edge / 2,
    y: y + edge / 2,
    width: box.width - edge,
    height: box.height - edge,
    rx: radius,
    fill: hasFill ? style.backgroundColor : 'none',
    stroke: hasEdge ? style.borderTopColor : 'none',
    'stroke-width': hasEdge ? edge : 0,
  });
}

/** The lines that a text is broken into where it stands. */
function linesOf(text: Text): readonly { readonly words: string; readonly box: DOMRect }[] {
  const lines: { words: string; box: DOMRect }[] = [];
  const range = document.createRange();
  // A word can be broken behind its hyphen.
  for (const { index, 0: word } of text.data.matchAll(/[^\s-]*-|[^\s-]+/g)) {
    range.setStart(text, index);
    range.setEnd(text, index + word.length);
    const box = range.getBoundingClientRect();
    const last = lines.at(-1);
    if (last && Math.abs(last.box.top - box.top) < 2) {
      last.words += /\s/.test(text.data[index - 1] ?? '') ? ` ${word}` : word;
      last.box = new DOMRect(last.box.x, last.box.y, box.right - last.box.x, last.box.height);
    } else lines.push({ words: word, box });
  }
  return lines;
}

/** Words in lines of so many letters at most. */
function broken(words: string, letters: number): readonly string[] {
  const lines: string[] = [];
  for (const word of words.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length < letters) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** A drawing within it, with its looks written on every shape. */
function drawingOf(drawing: SVGSVGElement, box: DOMRect, x: number, y: number): SVGElement {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const [shapes, copies] = [drawing, copy].map((d) => [d, ...d.querySelectorAll<SVGElement>('*')]) as [
    SVGElement[],
    SVGElement[],
  ];
  for (const [i, shape] of shapes.entries()) {
    const style = getComputedStyle(shape);
    for (const look of LOOKS) copies[i]?.setAttribute(look, style.getPropertyValue(look));
    copies[i]?.removeAttribute('class');
    copies[i]?.removeAttribute('style');
  }
  for (const [key, value] of Object.entries({ x, y, width: box.width, height: box.height }))
    copy.setAttribute(key, String(value));
  if (!copy.hasAttribute('viewBox')) copy.setAttribute('viewBox', `0 0 ${box.width} ${box.height}`);
  copy.removeAttribute('aria-hidden');
  return copy;
}

/**
 * What stands in an element of the page, as an SVG of its own.
 * @param title and what else is to be read above it
 */
export function asSvg(root: HTMLElement, title: string, under: string): string {
  const frame = root.getBoundingClientRect();
  const lines = broken(under, frame.width / LETTER);
  const head = TITLE + lines.length * UNDER;
  const left = frame.left - MARGIN;
  const top = frame.top - MARGIN - head;
  const [width, height] = [Math.ceil(frame.width + 2 * MARGIN), Math.ceil(frame.height + 2 * MARGIN + head)];
  const page = getComputedStyle(document.body);
  const svg = element('svg', { xmlns: SVG, viewBox: `0 0 ${width} ${height}`, width, height, 'font-family': FACE });
  const named = element('title', {});
  named.textContent = title;
  svg.append(named, element('rect', { width, height, fill: page.backgroundColor }));
  const line = (words: string, y: number, size: number, weight: number) => {
    const text = element('text', { x: MARGIN, y, 'font-size': size, 'font-weight': weight, fill: page.color });
    text.textContent = words;
    svg.append(text);
  };
  line(title, MARGIN + 20, 20, 700);
  for (const [i, words] of lines.entries()) line(words, MARGIN + TITLE + 10 + i * UNDER, 15, 400);
  /** @param lower what stands below it is cut off there */
  const put = (node: Node, lower: number): void => {
    if (node instanceof Text) {
      const style = node.parentElement && getComputedStyle(node.parentElement);
      if (!style) return;
      const lines = linesOf(node).filter(({ box }) => box.width > 1);
      const shown = lines.filter(({ box }) => box.top + box.height / 2 < lower);
      for (const [i, { words, box }] of shown.entries()) {
        const isCut = i === shown.length - 1 && shown.length < lines.length;
        const size = Number.parseFloat(style.fontSize);
        const text = element('text', {
          x: box.left - left,
          // Letters stand a quarter of their size above the lower edge of their line.
          y: box.top - top + box.height / 2 + 0.35 * size,
          'font-size': size,
          'font-weight': style.fontWeight,
          fill: style.color,
          // Another face is as wide as the one that was laid out.
          textLength: box.width,
          lengthAdjust: 'spacingAndGlyphs',
        });
        text.textContent = isCut ? `${words}…` : words;
        svg.append(text);
      }
      return;
    }
    if (!(node instanceof HTMLElement || node instanceof SVGSVGElement)) return;
    const [box, style] = [node.getBoundingClientRect(), getComputedStyle(node)];
    if (style.display !== 'contents' && !isSeen(style, box)) return;
    if (node instanceof SVGSVGElement) {
      svg.append(drawingOf(node, box, box.left - left, box.top - top));
      return;
    }
    const drawn = boxOf(style, box, box.left - left, box.top - top);
    if (drawn) svg.append(drawn);
    const own = style.overflowY === 'hidden' ? Math.min(lower, box.bottom) : lower;
    for (const child of node.childNodes) put(child, own);
  };
  put(root, Number.POSITIVE_INFINITY);
  return new XMLSerializer().serializeToString(svg);
}

/** Dots for each pixel of the page: sharp on paper and on a phone. */
const DOTS = 2;

/** An SVG as a picture. */
export async function asPng(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = DOTS * image.naturalWidth;
  canvas.height = DOTS * image.naturalHeight;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The browser makes no picture of it.'))),
      'image/png',
    ),
  );
}
