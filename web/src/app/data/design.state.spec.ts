import type { MachineCopy } from '@crisp-notch/contract';
import { newMachine, type Machine } from '@crisp-notch/core/machine';
import {
  acknowledged,
  edited,
  openedDesign,
  oursKept,
  redone,
  replaced,
  theirsTaken,
  undone,
  type DesignState,
} from './design.state';

const copyOf = (name: string, version = 1): MachineCopy => ({
  id: 'm',
  version,
  revision: 1,
  document: newMachine(name, 'router'),
  updatedAt: '2026-11-05T14:02:00.000Z',
});
const named = (name: string): Machine => newMachine(name, 'router');
const names = (state: DesignState): readonly string[] =>
  [...state.past, state.document, ...state.future].map((item) => item.name);

describe('the design’s state', () => {
  it('takes typing in one field as one step of undo, and another field as another', () => {
    let state = openedDesign(copyOf('A'));
    state = edited(state, named('B'), 'name', 1000);
    state = edited(state, named('BC'), 'name', 1300);
    state = edited(state, named('BCD'), 'note', 1400);
    state = edited(state, named('BCDE'), 'note', 9000);
    expect(names(state)).toEqual(['A', 'BC', 'BCD', 'BCDE']);
    expect(state.save.kind).toBe('unsaved');
  });

  it('goes back and forward, and forgets the way forward after an edit', () => {
    let state = edited(edited(openedDesign(copyOf('A')), named('B'), 'x', 0), named('C'), 'y', 0);
    state = undone(undone(state));
    expect(state.document.name).toBe('A');
    expect(undone(state)).withContext('nothing before the beginning').toBe(state);
    state = redone(state);
    expect(state.document.name).toBe('B');
    expect(names(edited(state, named('D'), 'z', 0))).toEqual(['A', 'B', 'D']);
  });

  it('stays unsaved when more was typed while a save was under way', () => {
    const sent = edited(openedDesign(copyOf('A')), named('B'), 'x', 0);
    const typedOn = edited(sent, named('C'), 'y', 0);
    expect(
      acknowledged(sent, copyOf('B', 2), { document: sent.document, sendable: sent.document, refusal: '' }).save.kind,
    ).toBe('saved');
    const late = acknowledged(typedOn, copyOf('B', 2), {
      document: sent.document,
      sendable: sent.document,
      refusal: '',
    });
    expect([late.save.kind, late.version, late.document.name]).toEqual(['unsaved', 2, 'C']);
  });

  it('keeps both versions of a conflict within reach', () => {
    const ours = edited(openedDesign(copyOf('A')), named('Ours'), 'x', 0);
    const stale: DesignState = { ...ours, save: { kind: 'stale', theirs: copyOf('Theirs', 5) } };
    expect(edited(stale, named('Ours 2'), 'x', 9999).save.kind)
      .withContext('typing on does not hide it')
      .toBe('stale');
    const theirs = theirsTaken(stale);
    expect([theirs.document.name, theirs.version, undone(theirs).document.name]).toEqual(['Theirs', 5, 'Ours']);
    const kept = oursKept(stale);
    expect([kept.document.name, kept.version, kept.save.kind, undone(kept).document.name]).toEqual([
      'Ours',
      5,
      'unsaved',
      'Theirs',
    ]);
  });

  it('makes a correction from the server one step that can be undone', () => {
    const state = replaced(openedDesign(copyOf('A')), copyOf('Corrected', 2));
    expect([state.document.name, undone(state).document.name]).toEqual(['Corrected', 'A']);
  });
});
