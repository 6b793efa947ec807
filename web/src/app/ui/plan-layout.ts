import { type Box, type BoxKind, type End, type Net, type NetKind, type WiringPlan } from '@crisp-notch/core/wiring';
import { withUnbrokenUnits } from './unbroken';
import type { ElkExtendedEdge, ElkNode, ElkPort, ElkPoint } from 'elkjs/lib/elk-api';

/** A terminal where it is drawn, and where its name stands. */
export interface DrawnTerminal {
  readonly id: string;
  readonly label: string;
  readonly side: 'in' | 'out';
  readonly x: number;
  readonly y: number;
}

export interface DrawnBox {
  readonly id: string;
  readonly kind: BoxKind;
  readonly name: string;
  /** The name in lines. */
  readonly heading: readonly string[];
  readonly note: readonly string[];
  readonly isOpen: boolean;
  readonly axisId: string | null;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly terminals: readonly DrawnTerminal[];
}

/** A wire from where a net is driven to one of its other ends. */
export interface DrawnWire {
  readonly net: string;
  readonly kind: NetKind;
  readonly name: string;
  /** The boxes at its ends. */
  readonly boxes: readonly [string, string];
  readonly points: readonly ElkPoint[];
  /** Whether its net has nothing certain at its end yet. */
  readonly isOpen: boolean;
}

/** A plan as it is drawn, in units of its own. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly DrawnBox[];
  readonly wires: readonly DrawnWire[];
  /** Where wires of one net part. */
  readonly joints: readonly { readonly net: string; readonly kind: NetKind; readonly at: ElkPoint }[];
}

/** Sizes of what is written, by the widest letters of its face. */
const TERMINAL = { row: 15, letter: 6.3 };
const NAME = { line: 16, letter: 6.8, most: 22 };
const NOTE = { line: 13, letter: 5.9, most: 22 };
const EDGE = 9;
const GAP = 14;

/** Columns from left to right, so that power comes from the left and what moves stands on the right. */
const COLUMN: Readonly<Record<BoxKind, number>> = {
  supply: 0,
  converter: 1,
  point: 1,
  controller: 2,
  driver: 3,
  relay: 3,
  motor: 4,
  switch: 4,
  control: 4,
  load: 4,
};

/** Words in lines that are short enough for a box. */
function linesOf(text: string, most: number): readonly string[] {
  const lines: string[] = [];
  for (const word of withUnbrokenUnits(text)
    .split(' ')
    .filter((item) => item !== '')) {
    const last = lines.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

interface Sized {
  readonly box: Box;
  readonly heading: readonly string[];
  readonly note: readonly string[];
  readonly width: number;
  readonly height: number;
  readonly head: number;
}

function sized(box: Box): Sized {
  const heading = linesOf(box.name, NAME.most);
  const note = linesOf(box.note, NOTE.most);
  const [left, right] = (['in', 'out'] as const).map((side) => box.terminals.filter((item) => item.side === side));
  const widest = (labels: readonly string[], letter: number): number =>
    Math.max(0, ...labels.map((label) => label.length)) * letter;
  const names = [left, right].map((items) =>
    widest(
      (items ?? []).map(({ label }) => label),
      TERMINAL.letter,
    ),
  );
  const [leftNames = 0, rightNames = 0] = names;
  const between = leftNames > 0 && rightNames > 0 ? GAP : 0;
  const head = 7 + heading.length * NAME.line + note.length * NOTE.line + 4;
  if (box.kind === 'point') return { box, heading, note, width: 16, height: 16, head: 0 };
  return {
    box,
    heading,
    note,
    width: Math.ceil(
      Math.max(
        2 * EDGE + leftNames + between + rightNames,
        2 * EDGE + widest(heading, NAME.letter),
        2 * EDGE + widest(note, NOTE.letter),
      ),
    ),
    height: Math.ceil(head + Math.max(left?.length ?? 0, right?.length ?? 0) * TERMINAL.row + 6),
    head,
  };
}

const portId = (box: string, terminal: string, side: 'in' | 'out'): string => `${box}|${terminal}|${side}`;

function portsOf({ box, width, head, height }: Sized): ElkPort[] {
  if (box.kind === 'point')
    // Supplies come to it from the left, all else leaves it to the right.
    return (['in', 'out'] as const).map((side) => ({
      id: portId(box.id, '0 V', side),
      x: side === 'in' ? 0 : width,
      y: height / 2,
      width: 0,
      height: 0,
      layoutOptions: { 'elk.port.side': side === 'in' ? 'WEST' : 'EAST' },
    }));
  return (['in', 'out'] as const).flatMap((side) =>
    box.terminals
      .filter((item) => item.side === side)
      .map((item, place) => ({
        id: portId(box.id, item.id, side),
        x: side === 'in' ? 0 : width,
        y: head + (place + 0.5) * TERMINAL.row,
        width: 0,
        height: 0,
        layoutOptions: { 'elk.port.side': side === 'in' ? 'WEST' : 'EAST' },
      })),
  );
}

interface Wire {
  readonly net: Net;
  readonly from: End;
  readonly to: End;
}

/** Each net as wires from the end that drives it: one that goes out, and the one point of all grounds. */
function wiresOf(plan: WiringPlan): readonly Wire[] {
  const sideOf = (end: End): 'in' | 'out' =>
    plan.boxes.find(({ id }) => id === end.box)?.terminals.find(({ id }) => id === end.terminal)?.side ?? 'in';
  return plan.nets.flatMap((net) => {
    const point = net.ends.find(({ box }) => box === 'point');
    const driving = point ?? net.ends.find((end) => sideOf(end) === 'out') ?? net.ends[0];
    if (!driving) return [];
    return net.ends
      .filter((end) => end !== driving)
      .map((end) =>
        // A supply's ground comes to the point; every other one leaves it.
        point && sideOf(end) === 'out' ? { net, from: end, to: driving } : { net, from: driving, to: end },
      );
  });
}

/** The graph of a plan as the layout takes it: boxes in their columns, terminals where they stand on them. */
export function graphOf(plan: WiringPlan): ElkNode {
  const sideOf = (end: End, isFrom: boolean): 'in' | 'out' => {
    const box = plan.boxes.find(({ id }) => id === end.box);
    if (box?.kind === 'point') return isFrom ? 'out' : 'in';
    return box?.terminals.find(({ id }) => id === end.terminal)?.side ?? 'in';
  };
  return {
    id: 'plan',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.partitioning.activate': 'true',
      'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
      'elk.layered.crossingMinimization.forceNodeModelOrder': 'true',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.layered.spacing.edgeEdgeBetweenLayers': '7',
      'elk.layered.spacing.edgeNodeBetweenLayers': '12',
      'elk.layered.spacing.nodeNodeBetweenLayers': '24',
      'elk.spacing.edgeEdge': '8',
      'elk.spacing.edgeNode': '10',
      'elk.spacing.nodeNode': '16',
      'elk.separateConnectedComponents': 'false',
      'elk.padding': '[top=8,left=8,bottom=8,right=8]',
    },
    children: plan.boxes.map(sized).map((item) => ({
      id: item.box.id,
      width: item.width,
      height: item.height,
      layoutOptions: {
        'elk.portConstraints': 'FIXED_POS',
        'elk.partitioning.partition': String(COLUMN[item.box.kind]),
      },
      ports: portsOf(item),
    })),
    edges: wiresOf(plan).map(({ net, from, to }, index): ElkExtendedEdge => {
      return {
        id: `${index}|${net.id}`,
        sources: [portId(from.box, from.terminal, sideOf(from, true))],
        targets: [portId(to.box, to.terminal, sideOf(to, false))],
      };
    }),
  };
}

/** What the layout made of {@link graphOf}, as it is drawn. */
export function drawingOf(plan: WiringPlan, placed: ElkNode): Drawing {
  const wires = wiresOf(plan);
  const sizes = plan.boxes.map(sized);
  const edges = placed.edges ?? [];
  return {
    width: Math.ceil(placed.width ?? 0),
    height: Math.ceil(placed.height ?? 0),
    boxes: sizes.flatMap(({ box, heading, note, width, height, head }) => {
      const node = placed.children?.find(({ id }) => id === box.id);
      if (!node) return [];
      const [x, y] = [node.x ?? 0, node.y ?? 0];
      const terminals = (['in', 'out'] as const).flatMap((side) =>
        box.terminals
          .filter((item) => item.side === side)
          .map((item, place) => ({
            ...item,
            x: x + (side === 'in' ? 0 : width),
            y: box.kind === 'point' ? y + height / 2 : y + head + (place + 0.5) * TERMINAL.row,
          })),
      );
      const { id, kind, name, isOpen, axisId } = box;
      return [{ id, kind, name, isOpen, axisId, heading, note, x, y, width, height, terminals }];
    }),
    wires: wires.flatMap(({ net, from, to }, index) => {
      const edge = edges.find(({ id }) => id === `${index}|${net.id}`);
      const [section] = edge?.sections ?? [];
      if (!section) return [];
      return [
        {
          net: net.id,
          kind: net.kind,
          name: net.name,
          boxes: [from.box, to.box] as const,
          points: [section.startPoint, ...(section.bendPoints ?? []), section.endPoint],
          isOpen: net.kind === 'coil' && plan.boxes.some(({ id, isOpen }) => id === to.box && isOpen),
        },
      ];
    }),
    joints: edges.flatMap((edge) => {
      const net = wires[Number(edge.id.split('|')[0])]?.net;
      return net ? (edge.junctionPoints ?? []).map((at) => ({ net: net.id, kind: net.kind, at })) : [];
    }),
  };
}

/** Points as a path of straight lines. */
export const pathOf = (points: readonly ElkPoint[]): string =>
  points.map(({ x, y }, index) => `${index === 0 ? 'M' : 'L'}${round(x)} ${round(y)}`).join('');

const round = (value: number): number => Math.round(value * 10) / 10;

/** Ink of a plan on paper, by what a wire carries. */
const INK: Readonly<Record<NetKind, string>> = {
  volts: '#a02a22',
  logic: '#924a00',
  ground: '#20252b',
  pulse: '#1d4f91',
  enable: '#1d4f91',
  input: '#1d4f91',
  switched: '#1d4f91',
  coil: '#855a0c',
};

const escaped = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** A drawing as a file of its own, in ink for paper. @param title what it is of */
export function planSvg(drawing: Drawing, title: string): string {
  const text = (words: string, x: number, y: number, style: string, anchor = 'start'): string =>
    `<text x="${round(x)}" y="${round(y)}" text-anchor="${anchor}" ${style}>${escaped(words)}</text>`;
  const [name, small, mono] = [
    'font-family="sans-serif" font-weight="600" font-size="13"',
    'font-family="sans-serif" font-size="11" fill="#565c64"',
    'font-family="monospace" font-size="10.5"',
  ];
  const wires = drawing.wires.map(
    ({ kind, points, isOpen }) =>
      `<path d="${pathOf(points)}" fill="none" stroke="${INK[kind]}" stroke-width="1.4"${
        isOpen ? ' stroke-dasharray="2 3"' : kind === 'enable' ? ' stroke-dasharray="5 3"' : ''
      }/>`,
  );
  const joints = drawing.joints.map(
    ({ kind, at }) => `<circle cx="${round(at.x)}" cy="${round(at.y)}" r="2.6" fill="${INK[kind]}"/>`,
  );
  const boxes = drawing.boxes.map(({ kind, x, y, width, height, heading, note, terminals }) =>
    kind === 'point'
      ? `<circle cx="${round(x + width / 2)}" cy="${round(y + height / 2)}" r="${width / 2 - 1}" fill="#fff" stroke="#20252b" stroke-width="2"/>`
      : [
          `<rect x="${round(x)}" y="${round(y)}" width="${width}" height="${height}" fill="#fff" stroke="#565c64"/>`,
          ...heading.map((line, index) => text(line, x + 9, y + 18 + index * NAME.line, name)),
          ...note.map((line, index) => text(line, x + 9, y + 16 * heading.length + 16 + index * NOTE.line, small)),
          ...terminals.map(({ label, side, x: at, y: level }) =>
            text(label, side === 'in' ? at + 9 : at - 9, level + 3.5, mono, side === 'in' ? 'start' : 'end'),
          ),
        ].join(''),
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${drawing.width} ${drawing.height}" width="${drawing.width}" height="${drawing.height}">`,
    `<title>${escaped(title)}</title><rect width="100%" height="100%" fill="#fff"/>`,
    ...wires,
    ...joints,
    ...boxes,
    '</svg>',
  ].join('\n');
}
