import { BLANK_AUXILIARY, newAuxiliary, type Auxiliary, type Machine } from '../machine/index.js';
import { screwMachine } from '../testing/example-machine.js';
import { checkProgram, programWordProblem } from './index.js';

const auxiliary = (id: string, use: Auxiliary['specification']['use'], on: string, off: string): Auxiliary => ({
  ...newAuxiliary(screwMachine(), { part: null, name: use }, { ...BLANK_AUXILIARY, use }),
  id,
  on,
  off,
});
const machine: Machine = {
  ...screwMachine(),
  auxiliaries: [
    auxiliary('a1', 'spindle', 'M3/M4', 'M5'),
    auxiliary('a2', 'coolant', 'M8', 'M9'),
    auxiliary('a3', 'lights', 'M64 P1', 'M65 P1'),
    auxiliary('a4', 'fan', '', ''),
  ],
};
const ids = (program: string): readonly string[] =>
  checkProgram(machine, program).findings.map((finding) => `${finding.id}:${finding.place.line ?? ''}`);

describe('a program, read for its auxiliaries', () => {
  it('is found in order when everything is switched on before the cut and off after it', () => {
    const check = checkProgram(
      machine,
      'G21 G90\nM64 P1\nM03 S12000\nm08 (coolant on)\nG0 X10\nG1 Z-1 F100\nX20\nM9\nM5\nM65 P1\nM2\n',
    );
    expect(check.findings).toEqual([]);
    expect(check.cuttingMoves).toBe(2);
    expect(check.runs.map((run) => [run.id, run.switchedOn, run.switchedOff])).toEqual([
      ['a1', [3], [9]],
      ['a2', [4], [8]],
      ['a3', [2], [10]],
    ]);
  });

  it('misses coolant that never comes, and one that is forgotten in the middle', () => {
    expect(ids('M64 P1\nM3\nG1 X1\nM5\nM65 P1\nM30')).toEqual(['never-a2:']);
    expect(ids('M64 P1\nM4\nG1 X1\nM8\nX2\nM9\nG2 X3 Y3\nM5\nM65 P1\nM30')).toEqual(['dry-a2:3']);
    expect(
      checkProgram(machine, 'M3\nG1 X1\nM8\nX2\nM9\nX3\nM5\nM2').findings.find((item) => item.id === 'dry-a2')
        ?.sentence,
    ).toContain('2 cutting moves');
  });

  it('stops at a cut without the spindle, and at a spindle left running', () => {
    expect(ids('G1 X1\nM3\nM8\nX2\nM9\nM64 P1\nM65 P1\nM2').slice(0, 1)).toEqual(['dry-a1:1']);
    expect(ids('M3 M8\nG1 X1\nM9\nM64 P1\nM65 P1\nM2')).toEqual(['left-on-a1:1']);
    // A thread cuts as any other move does.
    expect(ids('G33 Z-5 K1\nM3\nM8\nM9\nM5\nM64 P1\nM65 P1\nM2').slice(0, 2)).toEqual(['dry-a1:1', 'dry-a2:1']);
  });

  it('names words that switch nothing, and takes none from comments or after the end', () => {
    const bare = { ...machine, auxiliaries: [] };
    expect(
      checkProgram(bare, 'M3\nG1 X1\n(M8 in words) ; M7\nM2\nM9').findings.map((finding) => [
        finding.id,
        finding.place.line,
      ]),
    ).toEqual([['unanswered-M3', 1]]);
    expect(checkProgram(bare, 'G1 X1').findings.map((finding) => finding.id)).toEqual(['no-end']);
    expect(checkProgram(bare, '').findings).toEqual([]);
  });

  it('switches one on before the move of its own line and off after it', () => {
    expect(ids('M64 P1\nG1 X1 M3 M8\nX2 M9 M5\nM65 P1\nM2')).toEqual([]);
  });
});

describe('the word that switches an auxiliary', () => {
  it('is a letter and a number, one of several or several on a line', () => {
    expect(['M8', 'm08', 'M64 P1', 'M3/M4', 'M62P2', ' ', ''].map(programWordProblem)).toEqual([
      null,
      null,
      null,
      null,
      null,
      null,
      null,
    ]);
    expect(['off', '9', 'M', 'M8 off', 'M3/', 'M8;'].every((text) => programWordProblem(text) !== null)).toBeTrue();
  });
});
