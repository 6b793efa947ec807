import { newMachine, newSwitch, type Machine, type MoveWay } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { signsOf } from './index.js';

/** A router whose X goes 400 mm, with switches, and a fence from 12 mm to 380 mm. */
function router(uses: readonly ('home' | 'least' | 'most' | 'stop')[], by: MoveWay | null): Machine {
  const machine = newMachine('Example', 'router');
  const [first] = machine.axes;
  if (!first) throw new Error('a router has axes');
  const shown = [
    { what: 'fence-low', text: '12 mm' },
    { what: 'fence-high', text: '380 mm' },
  ];
  const result = { step: 'fence', saw: 'right', isRight: true, shown, of: '', on: '2026-11-03', revision: 2 };
  return {
    ...machine,
    wiring: { ...machine.wiring, switches: uses.map((use, place) => newSwitch(`s${place}`, use, first.id)) },
    axes: machine.axes.map((axis) =>
      axis.id === first.id
        ? {
            ...axis,
            job: { ...axis.job, travel: quantityOf('400 mm') },
            moves: by === null ? [] : [{ ...result, by }],
          }
        : axis,
    ),
  };
}

const told = (machine: Machine): readonly string[] =>
  signsOf(machine).map(({ tone, share }) => `${tone} ${Math.round(share * 1000) / 1000}`);

describe('what stands along the measures of a machine', () => {
  it('is nothing until a switch is wired or a fence set', () => {
    expect(told(router([], null))).toEqual([]);
  });

  it('is its home switch where counting begins, end switches at both ends, each once, and no other switch', () => {
    expect(told(router(['home', 'home', 'most', 'stop'], null))).toEqual(['home-switch 0', 'end-switch 1']);
    expect(told(router(['least'], null))).toEqual(['end-switch 0']);
  });

  it('is the fence that was set on the machine or on paper, never the one of the rig', () => {
    expect(told(router([], 'machine'))).toEqual(['fence 0.03', 'fence 0.95']);
    expect(told(router([], 'paper'))).toEqual(['fence 0.03', 'fence 0.95']);
    expect(told(router([], 'rig'))).toEqual([]);
  });
});
