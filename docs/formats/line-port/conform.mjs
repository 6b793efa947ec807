#!/usr/bin/env node
/**
 * Plays the host against a controller that claims to speak the line port, and says where it does not. Plain Node,
 * nothing to install.
 *
 *     node conform.mjs --command "./my-controller"      a program that talks over its standard input and output
 *     node conform.mjs --device /dev/ttyS0              a serial device or a pseudo-terminal; set its speed before
 *     node conform.mjs --stdio                          over this script's own standard input and output
 *
 * It moves the first axis by some thousand pulses there and back: nothing may be fixed to it, and a hand belongs on the
 * switch that takes the power away. --axis, --rate (pulses a second) and --acceleration choose otherwise.
 */
import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream } from 'node:fs';

const option = (name, usual) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : process.argv[at + 1];
};
const RATE = Number(option('rate', '2000'));
const ACCELERATION = Number(option('acceleration', '8000'));
const report = (line) => {
  (process.argv.includes('--stdio') ? process.stderr : process.stdout).write(`${line}\n`);
};

/** Opens the line. @returns how to send, and how to end */
function open(onText, onEnd) {
  const command = option('command', null);
  const device = option('device', null);
  if (command !== null) {
    const child = spawn(command, { shell: true, stdio: ['pipe', 'pipe', 'inherit'] });
    child.stdout.setEncoding('utf8').on('data', onText);
    child.on('exit', onEnd);
    child.stdin.on('error', onEnd);
    return { send: (text) => child.stdin.write(text), end: () => child.stdin.end() };
  }
  if (device !== null) {
    const [reader, writer] = [createReadStream(device, { encoding: 'utf8' }), createWriteStream(device)];
    reader.on('data', onText).on('end', onEnd).on('error', onEnd);
    writer.on('error', onEnd);
    return { send: (text) => writer.write(text), end: () => (reader.destroy(), writer.end()) };
  }
  if (!process.argv.includes('--stdio')) {
    report('Say --command, --device or --stdio; the head of this file tells more.');
    process.exit(2);
  }
  process.stdin.setEncoding('utf8').on('data', onText).on('end', onEnd);
  return { send: (text) => process.stdout.write(text), end: () => process.stdin.destroy() };
}

const heard = [];
const waiting = new Set();
let begun = '';
let hasEnded = false;
const wake = () => {
  for (const look of [...waiting]) look();
};
const line = open(
  (text) => {
    begun += text;
    for (let end = begun.indexOf('\n'); end >= 0; end = begun.indexOf('\n')) {
      const raw = begun.slice(0, end).trim();
      begun = begun.slice(end + 1);
      if (raw === '') continue;
      let said;
      try {
        said = JSON.parse(raw);
      } catch {
        said = { kind: 'garbage', raw };
      }
      heard.push({ ...said, heardAt: performance.now() });
    }
    wake();
  },
  () => {
    hasEnded = true;
    wake();
  },
);

/** Waits for something that is said from a place in what was heard on. */
function hear(matches, milliseconds, from = 0) {
  return new Promise((resolve) => {
    const look = () => {
      const found = heard.slice(from).find(matches);
      if (!found && !hasEnded) return;
      waiting.delete(look);
      clearTimeout(timer);
      resolve(found ?? null);
    };
    const timer = setTimeout(() => {
      waiting.delete(look);
      resolve(null);
    }, milliseconds);
    waiting.add(look);
    look();
  });
}
const rest = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

let lastId = 0;
const numbered = (asked) => {
  lastId += 1;
  return { id: lastId, ...asked };
};
/** Everything but events bears the number of what was asked. */
const answers = (id) => (said) => said.id === id && !['done', 'homed', 'lost', 'captured'].includes(said.kind);
const ask = async (asked, milliseconds = 1000) => {
  const message = numbered(asked);
  const from = heard.length;
  line.send(`${JSON.stringify(message)}\n`);
  return { id: message.id, answer: await hear(answers(message.id), milliseconds, from), from };
};

class Failed extends Error {}
const must = (holds, what) => {
  if (!holds) throw new Failed(what);
};
const shown = (said) => (said === null ? 'nothing' : JSON.stringify({ ...said, heardAt: undefined }));

let axis = option('axis', null);
let hello = null;
const pace = { rate: RATE, start: 100, acceleration: ACCELERATION };
const where = async () => {
  const { answer } = await ask({ kind: 'where' });
  must(answer?.kind === 'at', `where is answered by ${shown(answer)}`);
  const place = answer.places?.find((item) => item.axis === axis);
  must(place, 'where does not name the axis');
  return place;
};
/** Says that the host is there, as long as something takes. */
const accompanied = async (work) => {
  const timer = setInterval(() => line.send(`${JSON.stringify(numbered({ kind: 'alive' }))}\n`), 200);
  try {
    return await work();
  } finally {
    clearInterval(timer);
  }
};
const standing = async () => {
  await ask({ kind: 'stop' });
  await rest(100);
};
const rampTime = (pulses) => {
  const reach = Math.sqrt((2 * pulses * ACCELERATION) / 2 + 100 ** 2);
  const top = Math.min(RATE, reach);
  const ramps = (top ** 2 - 100 ** 2) / ACCELERATION;
  return (2 * (top - 100)) / ACCELERATION + (pulses - ramps) / top;
};

/** What is asked of a controller, in order: each stands on those before. */
const CHECKS = {
  'refuses everything before a hello': async () => {
    // A program takes its time to start.
    const { answer } = await ask({ kind: 'where' }, 20_000);
    must(answer?.kind === 'no' && answer.error === 'hello-first', `it says ${shown(answer)}`);
  },
  'refuses a version that it does not speak': async () => {
    const { answer } = await ask({ kind: 'hello', version: 999 });
    must(answer?.kind === 'no' && answer.error === 'other-version', `it says ${shown(answer)}`);
  },
  'says hello with its name, axes and what it can do': async () => {
    const { answer } = await ask({ kind: 'hello', version: 2 });
    must(answer?.kind === 'hello' && answer.version === 2, `it says ${shown(answer)}`);
    must(Array.isArray(answer.axes) && answer.axes.length > 0, 'it names no axis');
    for (const kind of ['move', 'jog', 'hold', 'stop', 'alive', 'where'])
      must(answer.can?.includes(kind), `it cannot ${kind}, which every controller must`);
    hello = answer;
    axis ??= answer.axes[0];
    must(answer.axes.includes(axis), `it has no axis ${axis}`);
  },
  'answers garbage with an error and goes on': async () => {
    for (const text of ['move', '{"id":', '[1,2]', '{}', '"stop', 'null', '{"kind":"move"}', '\u0001\u0002']) {
      const from = heard.length;
      line.send(`${text}\n`);
      const answer = await hear((said) => said.kind === 'no', 1000, from);
      must(answer, `${JSON.stringify(text)} is answered by nothing`);
      must(['malformed', 'unknown'].includes(answer.error), `${JSON.stringify(text)} is answered by ${shown(answer)}`);
    }
    must((await ask({ kind: 'alive' })).answer?.kind === 'ok', 'it does not go on after garbage');
  },
  'throws a line away that is too long, and goes on': async () => {
    const from = heard.length;
    line.send(`${'x'.repeat(20_000)}\n`);
    const answer = await hear((said) => said.kind === 'no', 2000, from);
    must(answer?.error === 'too-long', `it says ${shown(answer)}`);
    must((await ask({ kind: 'alive' })).answer?.kind === 'ok', 'it does not go on');
  },
  'takes a line in pieces, several lines at once and CR LF': async () => {
    const [one, two, three] = [numbered({ kind: 'alive' }), numbered({ kind: 'alive' }), numbered({ kind: 'alive' })];
    const from = heard.length;
    const text = JSON.stringify(one);
    line.send(text.slice(0, 9));
    await rest(60);
    line.send(`${text.slice(9)}\r\n${JSON.stringify(two)}\n${JSON.stringify(three)}\r\n`);
    for (const { id } of [one, two, three]) must(await hear(answers(id), 1000, from), `line ${id} is not answered`);
  },
  'refuses a line whose number has come before': async () => {
    const { id } = await ask({ kind: 'alive' });
    const from = heard.length;
    line.send(`${JSON.stringify({ id, kind: 'alive' })}\n`);
    const answer = await hear(answers(id), 1000, from);
    must(answer?.kind === 'no' && answer.error === 'late', `it says ${shown(answer)}`);
  },
  'does not move without power and enable': async () => {
    const { answer } = await ask({ kind: 'move', axis, pulses: 100, ...pace });
    must(answer?.kind === 'no' && ['not-powered', 'not-enabled'].includes(answer.error), `it says ${shown(answer)}`);
  },
  'is powered and enabled where it can be': async () => {
    if (hello.can.includes('power')) must((await ask({ kind: 'power', on: true })).answer?.kind === 'ok', 'no power');
    await rest(300);
    if (hello.can.includes('enable'))
      must((await ask({ kind: 'enable', axis, on: true })).answer?.kind === 'ok', 'not enabled');
  },
  'refuses an axis, a rate, a number or a word that is none': async () => {
    const wrong = [
      { kind: 'move', axis: '?', pulses: 100, ...pace },
      { kind: 'move', axis, pulses: 1.5, ...pace },
      { kind: 'move', axis, pulses: '100', ...pace },
      { kind: 'move', axis, pulses: 100, ...pace, rate: -5 },
      { kind: 'move', axis, pulses: 100, ...pace, rate: 1e12 },
      { kind: 'move', axis, pulses: 100, ...pace, acceleration: 0 },
      { kind: 'move', axis, pulses: 100, ...pace, softly: true },
      { kind: 'move', axis, pulses: 100 },
    ];
    const before = await where();
    for (const asked of wrong) {
      const { answer } = await ask(asked);
      must(answer?.kind === 'no', `${JSON.stringify(asked)} is answered by ${shown(answer)}`);
    }
    await rest(200);
    must((await where()).pulses === before.pulses, 'it moved all the same');
  },
  'moves by just so many pulses, in the time of its ramp': async () => {
    const before = await where();
    const began = performance.now();
    const { id, answer, from } = await accompanied(() => ask({ kind: 'move', axis, pulses: 3000, ...pace }));
    must(answer?.kind === 'ok', `it says ${shown(answer)}`);
    const promised = rampTime(3000) * 1000;
    const done = await accompanied(() => hear((said) => said.kind === 'done' && said.id === id, promised + 3000, from));
    must(done?.how === 'reached', `its end is ${shown(done)}`);
    const took = performance.now() - began;
    must(took > 0.9 * promised - 50, `it took ${Math.round(took)} ms in place of ${Math.round(promised)}`);
    must(took < 1.3 * promised + 300, `it took ${Math.round(took)} ms in place of ${Math.round(promised)}`);
    must((await where()).pulses === before.pulses + 3000, 'it is not where it was sent');
  },
  'refuses a move while one is under way, and comes back': async () => {
    const { id, from } = await ask({ kind: 'move', axis, pulses: -3000, ...pace });
    const { answer } = await ask({ kind: 'move', axis, pulses: 50, ...pace });
    must(answer?.kind === 'no' && answer.error === 'busy', `it says ${shown(answer)}`);
    const done = await accompanied(() => hear((said) => said.kind === 'done' && said.id === id, 8000, from));
    must(done?.how === 'reached', `its end is ${shown(done)}`);
  },
  'says where it is while it moves': async () => {
    const from = heard.length;
    await ask({ kind: 'move', axis, pulses: 3000, ...pace });
    await accompanied(() => rest(600));
    const said = heard.slice(from).filter((item) => item.kind === 'at' && item.id === null);
    must(said.length >= 3, `it said so ${said.length} times in 0.6 s`);
    await standing();
  },
  'comes to rest by its ramp when held': async () => {
    const { id, from } = await ask({
      kind: 'jog',
      axis,
      rate: RATE,
      start: 100,
      acceleration: ACCELERATION,
      until: null,
    });
    await rest(250);
    await ask({ kind: 'hold', axis });
    const done = await hear((said) => said.kind === 'done' && said.id === id, 3000, from);
    must(done?.how === 'held', `its end is ${shown(done)}`);
    const { pulses, isMoving } = await where();
    await rest(200);
    must(!isMoving && (await where()).pulses === pulses, 'it goes on after it was held');
  },
  'ends a jog that is not asked for again': async () => {
    const { id, from } = await ask({
      kind: 'jog',
      axis,
      rate: -RATE,
      start: 100,
      acceleration: ACCELERATION,
      until: null,
    });
    const done = await accompanied(() => hear((said) => said.kind === 'done' && said.id === id, 3000, from));
    must(done, 'it jogs on and on');
    must(done.heardAt - (heard.slice(from).find(answers(id))?.heardAt ?? 0) < 1500, 'it jogged for longer than 1.5 s');
  },
  'jogs no further than it was told, whatever its host says or does not': async () => {
    const before = await where();
    const until = before.pulses + 700;
    const jog = { kind: 'jog', axis, rate: RATE, ...pace, until };
    const from = heard.length;
    const isThere = (said) => said.kind === 'done' && said.axis === axis && said.how === 'reached';
    let done = null;
    // A jog of which this script was late to ask again has ended on its way, and goes on.
    for (let again = 0; again < 60 && !done; again += 1) {
      const { answer } = await ask(jog);
      must(answer?.kind === 'ok', `it says ${shown(answer)}`);
      done = await hear(isThere, 60, from);
    }
    must(done, `it stands ${until - (await where()).pulses} pulses short of its limit and comes no nearer`);
    must((await where()).pulses === until, `it stands ${(await where()).pulses - until} pulses beyond its limit`);
    await ask(jog);
    await rest(400);
    must((await where()).pulses === until, 'it goes on from its limit');
    await standing();
  },
  'stops at once, and says so first': async () => {
    await ask({ kind: 'move', axis, pulses: 30_000, ...pace });
    await rest(500);
    const asked = performance.now();
    const { answer } = await ask({ kind: 'stop' }, 500);
    must(answer?.kind === 'at', `it says ${shown(answer)}`);
    must(answer.heardAt - asked < 150, `it answers after ${Math.round(answer.heardAt - asked)} ms`);
    const place = answer.places.find((item) => item.axis === axis);
    must(place?.isMoving === false, 'it says that it moves');
    must(place.isKnown === false, 'it claims to know where it is after a stop at speed');
    await rest(300);
    must((await where()).pulses === place.pulses, 'it goes on after the stop');
  },
  'obeys nothing that came in before a stop with it': async () => {
    const before = await where();
    const move = numbered({ kind: 'move', axis, pulses: 500, ...pace });
    const stop = numbered({ kind: 'stop' });
    const from = heard.length;
    line.send(`${JSON.stringify(move)}\n${JSON.stringify(stop)}\n`);
    must(await hear(answers(stop.id), 1000, from), 'the stop is not answered');
    await rest(300);
    must(Math.abs((await where()).pulses - before.pulses) <= 1, 'it moved after the stop');
  },
  'squares no axis that has one side, where it can square at all': async () => {
    if (!hello.can.includes('square')) return;
    // Of the first axis side 2 would move: what matters is what it says where there is none.
    const before = await where();
    const asked = { kind: 'square', axis, towards: -1, rate: RATE / 10, start: 10, acceleration: ACCELERATION };
    const { answer, id, from } = await ask({ ...asked, most: 2000, offset: 0 });
    if (answer?.kind === 'ok') {
      const isEnd = (said) => ['squared', 'lost', 'done'].includes(said.kind) && said.id === id;
      must(await accompanied(() => hear(isEnd, 15_000, from)), 'it squares on and on');
    } else must(answer?.kind === 'no' && answer.error === 'one-side', `it says ${shown(answer)}`);
    must((await where()).pulses === before.pulses, 'side 1 moved');
  },
  'goes through a path piece by piece, holds on it and goes on, where it can': async () => {
    if (!hello.can.includes('path')) return;
    const before = await where();
    const by = (pulses) => hello.axes.map((letter) => (letter === axis ? pulses : 0));
    const piece = (pulses, enters, leaves) => ({
      by: by(pulses),
      length: Math.abs(pulses),
      enters,
      top: RATE,
      leaves,
      acceleration: ACCELERATION,
    });
    const ends = (state) => (said) => said.kind === 'path' && said.state === state;
    const from = heard.length;
    const { answer } = await ask({
      kind: 'path',
      pieces: [piece(1500, 0, RATE), piece(1500, RATE, 0), piece(-400, 0, 0)],
      isLast: true,
    });
    must(answer?.kind === 'path', `it says ${shown(answer)}`);
    await accompanied(() => rest(300));
    await ask({ kind: 'hold', axis: null });
    await accompanied(() => rest(800));
    const held = await where();
    await accompanied(() => rest(200));
    must((await where()).pulses === held.pulses, 'it goes on after it was held');
    const { answer: resumed } = await ask({ kind: 'resume' });
    must(resumed?.kind === 'path', `to resume it says ${shown(resumed)}`);
    const ended = await accompanied(() => hear(ends('ended'), 15_000, from));
    must(ended?.done === 3 && ended.waiting === 0, `its end is ${shown(ended)}`);
    must((await where()).pulses === before.pulses + 2600, 'it is not where the path leads');
    const { answer: none } = await ask({ kind: 'resume' });
    must(none?.kind === 'no' && none.error === 'no-path', `without a path it says ${shown(none)}`);
  },
  'cuts a thread from the index of its spindle on, and none with a spindle that stands, where it can': async () => {
    if (!hello.can.includes('thread') || !hello.can.includes('spindle')) return;
    const { answer: turning } = await ask({ kind: 'spindle', turns: 4 });
    if (turning?.kind === 'no' && turning.error === 'no-spindle') return;
    must(turning?.kind === 'ok', `to turn its spindle it says ${shown(turning)}`);
    await accompanied(() => rest(3000));
    const before = await where();
    const by = hello.axes.map((letter) => (letter === axis ? -1200 : 0));
    const pass = { kind: 'thread', by, length: 1200, perTurn: RATE / 10, top: RATE, acceleration: ACCELERATION };
    const ends = (state) => (said) => said.kind === 'path' && said.state === state;
    const from = heard.length;
    const began = Date.now();
    const { answer } = await ask(pass);
    must(answer?.kind === 'path', `it says ${shown(answer)}`);
    const ended = await accompanied(() => hear(ends('ended'), 15_000, from));
    must(ended?.done === 1 && ended.waiting === 0, `its end is ${shown(ended)}`);
    must((await where()).pulses === before.pulses - 1200, 'it is not where the thread leads');
    // Four tenths of its rate, by four turns a second of a tenth each; and no more than two turns until its index.
    const took = (Date.now() - began) / 1000;
    const least = 1200 / (0.4 * RATE);
    must(took > 0.9 * least && took < 1.2 * least + 1, `it took ${took} s, not ${least} s and its wait for the index`);
    await ask({ kind: 'spindle', turns: 0 });
    await accompanied(() => rest(6000));
    const again = heard.length;
    await ask(pass);
    must(
      await accompanied(() => hear(ends('stopped'), 3000, again)),
      'it waits for the index of a spindle that stands',
    );
    must((await where()).pulses === before.pulses - 1200, 'it moves without its spindle');
  },
  'comes to rest when its host falls silent': async () => {
    await ask({ kind: 'move', axis, pulses: -60_000, ...pace });
    await rest(2500);
    const { isMoving } = await where();
    must(isMoving === false, 'it moves on without a host');
    await standing();
  },
  'refuses an axis to read and an instrument that it has not': async () => {
    const { answer } = await ask({ kind: 'read', axis: '?', instrument: 'indicator' });
    must(answer?.kind === 'no', `it says ${shown(answer)}`);
    const other = await ask({ kind: 'read', axis, instrument: 'crystal ball' });
    must(other.answer?.kind === 'no', `it says ${shown(other.answer)}`);
  },
  'does not move once its driver is off': async () => {
    if (!hello.can.includes('enable')) return;
    await ask({ kind: 'enable', axis, on: false });
    const { answer } = await ask({ kind: 'move', axis, pulses: 100, ...pace });
    must(answer?.kind === 'no' && answer.error === 'not-enabled', `it says ${shown(answer)}`);
  },
  'has said nothing that is no line of the port': async () => {
    const garbage = heard.filter((said) => said.kind === 'garbage');
    must(garbage.length === 0, `it said ${garbage.map(({ raw }) => raw.slice(0, 60)).join(' and ')}`);
  },
};

let failures = 0;
for (const [name, check] of Object.entries(CHECKS)) {
  try {
    must(!hasEnded, 'the line has ended');
    await check();
    report(`ok: it ${name}`);
  } catch (error) {
    if (!(error instanceof Failed)) throw error;
    failures += 1;
    report(`NOT OK: it ${name}: ${error.message}`);
    // Whatever follows begins with everything at rest.
    if (!hasEnded) await standing();
  }
}
report(`${Object.keys(CHECKS).length - failures} passed, ${failures} failed`);
line.end();
process.exit(failures === 0 ? 0 : 1);
