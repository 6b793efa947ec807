import { CROSSED, LOW_CURRENT, NOT_ENABLED, OPEN_COIL, TOO_FAST } from '../causes.js';
import { gentlePace } from '../paces.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const turn: MoveStep = {
  id: 'turn',
  name: 'One turn forward, one turn back',
  tool: 'see',
  fits: always,
  ask: ({ perTurn, dimensions }, say) =>
    `Mark the shaft. A turn moves it by ${say(perTurn, dimensions.travel)}; the other way it has to come back to its mark.`,
  acts: (facts) => {
    const move = (pulses: number) => ({ kind: 'move', axis: facts.letter, pulses, ...gentlePace(facts) }) as const;
    const pulses = Math.round(facts.pulsesPerTurn);
    return [
      { button: 'One turn forward', asked: [move(pulses)] },
      { button: 'One turn back', asked: [move(-pulses)] },
    ];
  },
  seen: [
    right('It goes, and comes back to its mark'),
    wrong('hums', 'It hums or trembles and stays', CROSSED, OPEN_COIL, TOO_FAST),
    wrong('jumps', 'It jumps back and forth', CROSSED, OPEN_COIL),
    wrong('dead', 'Nothing happens', NOT_ENABLED, LOW_CURRENT),
    wrong('off', 'It does not come back to its mark', TOO_FAST, LOW_CURRENT),
  ],
  after: ['holds'],
};
