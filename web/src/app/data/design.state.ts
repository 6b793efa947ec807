import type { MachineCopy } from '@crisp-notch/contract';
import type { Machine } from '@crisp-notch/core/machine';

export type SaveState =
  | { readonly kind: 'saved' }
  /** Changed here, not yet sent or acknowledged. */
  | { readonly kind: 'unsaved' }
  /** Tried and not taken, by a server that is away or has it no more; what is here stays and is tried again. */
  | { readonly kind: 'failed'; readonly message: string; readonly isGone: boolean }
  /** One thing cannot be as it is here; all the rest is saved. */
  | { readonly kind: 'refused'; readonly message: string }
  /** Saved elsewhere meanwhile: both versions are kept until the user chooses. */
  | { readonly kind: 'stale'; readonly theirs: MachineCopy };

/** The open machine: its working copy, the way back and forward, and how it stands with the server. */
export interface DesignState {
  readonly id: string;
  readonly document: Machine;
  /** The server's counter that the working copy started from. */
  readonly version: number;
  readonly revision: number;
  readonly savedAt: string;
  readonly past: readonly Machine[];
  readonly future: readonly Machine[];
  readonly save: SaveState;
  /** What the server last acknowledged. */
  readonly saved: Machine;
  /** What was sent without an answer: the server may hold one of these. */
  readonly unheard: readonly Machine[];
  /** Something that happened to the design without the user's doing; empty for nothing. */
  readonly notice: string;
  /** What the last edit was of and when, so that typing in one field is one step back. */
  readonly lastEdit: { readonly key: string; readonly at: number } | null;
}

/** Steps that can be undone. */
const PAST_LIMIT = 200;
/** Edits under one key within this time are one step. */
const ONE_STEP_IN_MILLISECONDS = 1500;

export function openedDesign(copy: MachineCopy): DesignState {
  return {
    id: copy.id,
    document: copy.document,
    version: copy.version,
    revision: copy.revision,
    savedAt: copy.updatedAt,
    past: [],
    future: [],
    save: { kind: 'saved' },
    saved: copy.document,
    unheard: [],
    notice: '',
    lastEdit: null,
  };
}

const unsaved = (state: DesignState): SaveState => (state.save.kind === 'stale' ? state.save : { kind: 'unsaved' });

/** @param key what is edited, e.g. a field's path @param now milliseconds of any steady clock */
export function edited(state: DesignState, document: Machine, key: string, now: number): DesignState {
  if (document === state.document) return state;
  const isSameStep = state.lastEdit?.key === key && now - state.lastEdit.at < ONE_STEP_IN_MILLISECONDS;
  const past = isSameStep ? state.past : [...state.past, state.document].slice(-PAST_LIMIT);
  return { ...state, document, past, future: [], save: unsaved(state), lastEdit: { key, at: now } };
}

export function undone(state: DesignState): DesignState {
  const document = state.past.at(-1);
  return document
    ? {
        ...state,
        document,
        past: state.past.slice(0, -1),
        future: [state.document, ...state.future],
        save: unsaved(state),
        lastEdit: null,
      }
    : state;
}

export function redone(state: DesignState): DesignState {
  const [document, ...future] = state.future;
  return document
    ? { ...state, document, past: [...state.past, state.document], future, save: unsaved(state), lastEdit: null }
    : state;
}

/** A document on its way: the working copy as it was, and what of it could be sent. */
export interface Sent {
  readonly document: Machine;
  readonly sendable: Machine;
  /** Why the two differ, in words; empty where they do not. */
  readonly refusal: string;
}

/** @param sent what the server acknowledged; edits made since then are still to be sent */
export function acknowledged(
  state: DesignState,
  copy: MachineCopy,
  { document, sendable, refusal }: Sent,
): DesignState {
  const save: SaveState =
    state.document !== document
      ? { kind: 'unsaved' }
      : refusal === ''
        ? { kind: 'saved' }
        : { kind: 'refused', message: refusal };
  return {
    ...state,
    version: copy.version,
    revision: copy.revision,
    savedAt: copy.updatedAt,
    save,
    saved: sendable,
    unheard: [],
  };
}

/**
 * The working copy that was left behind goes on where it was; what the server has meanwhile from elsewhere is a
 * conflict.
 */
export function resumed(
  state: DesignState,
  left: { readonly version: number; readonly document: Machine },
  isOurs: boolean,
): DesignState {
  if (isOurs)
    return {
      ...state,
      document: left.document,
      past: [...state.past, state.document],
      save: { kind: 'unsaved' },
      notice: 'What you changed last time and was not saved yet is taken up again.',
    };
  const theirs: MachineCopy = {
    id: state.id,
    version: state.version,
    revision: state.revision,
    document: state.document,
    updatedAt: state.savedAt,
  };
  return { ...state, document: left.document, version: left.version, save: { kind: 'stale', theirs } };
}

/** A revision was kept on the server while the design was edited on: the edits stay, on top of it. */
export function rebased(state: DesignState, copy: MachineCopy, document: Machine): DesignState {
  return {
    ...state,
    document,
    version: copy.version,
    revision: copy.revision,
    savedAt: copy.updatedAt,
    save: { kind: 'unsaved' },
    saved: copy.document,
    unheard: [],
  };
}

/** The design was kept as a revision: the way back and forward stays. */
export function revisionKept(state: DesignState, { version, revision, updatedAt }: MachineCopy): DesignState {
  return {
    ...state,
    version: Math.max(state.version, version),
    revision: Math.max(state.revision, revision),
    savedAt: updatedAt,
  };
}

/** The server changed the document by itself, as a correction does; it becomes one step that can be undone. */
export function replaced(state: DesignState, copy: MachineCopy): DesignState {
  return {
    ...state,
    document: copy.document,
    version: copy.version,
    revision: copy.revision,
    savedAt: copy.updatedAt,
    past: [...state.past, state.document].slice(-PAST_LIMIT),
    future: [],
    save: { kind: 'saved' },
    saved: copy.document,
    unheard: [],
    lastEdit: null,
  };
}

/** After a conflict: go on with what the server has; what was here can be brought back by undo. */
export function theirsTaken(state: DesignState): DesignState {
  return state.save.kind === 'stale' ? replaced(state, state.save.theirs) : state;
}

/** After a conflict: save what is here over what the server has; theirs can be brought back by undo. */
export function oursKept(state: DesignState): DesignState {
  if (state.save.kind !== 'stale') return state;
  const { theirs } = state.save;
  return {
    ...state,
    version: theirs.version,
    revision: theirs.revision,
    past: [...state.past, theirs.document],
    future: [],
    save: { kind: 'unsaved' },
    saved: theirs.document,
    unheard: [],
    lastEdit: null,
  };
}
