/**
 * Which room may know which: the arrows of the house, held by the tests. A room stands for a folder; README has the
 * picture that is made of them.
 */

/** The rooms of the core; each may know only those before it, so that there is no circle among them. */
const CORE_ROOMS = [
  'quantity',
  'statistics',
  'shape',
  'form',
  'reckoner',
  'motor',
  'coils',
  'mechanics',
  'structure',
  'threads',
  'motion',
  'capture',
  'driver',
  'simulation',
  'line-port',
  'parts',
  'work',
  'machine-kinds',
  'machine',
  'kits',
  'power',
  'finding',
  'drive-line',
  'bench',
  'first-moves',
  'diagnosis',
  'checks',
  'causes',
  'supply-plan',
  'wiring',
  'search',
  'program',
  'comparison',
  'picture',
  'planners',
  'formats',
  'buying',
  'route-card',
  'logbook',
  'passport',
  'help',
  'trainer',
];

/**
 * A kind of machine is one folder, of which the declaration comes early and the picture late: pictures stand in the room
 * of pictures.
 */
const KIND_PICTURES = 'machine-kinds/[^/]+/picture\\.ts$';
const WITHIN = {
  'machine-kinds': `machine-kinds/(?!${KIND_PICTURES.slice('machine-kinds/'.length)})`,
  picture: `(picture/|${KIND_PICTURES})`,
};
const within = (room) => WITHIN[room] ?? `${room}/`;

/** Folders of the pages that any page may take from. */
const SHARED = ['ui', 'data', 'shell', 'workers'].join('|');

const forbidden = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to });

export default {
  forbidden: [
    forbidden('no-circles', 'Two files that know each other are one.', {}, { circular: true }),
    forbidden('all-found', 'What is imported is there.', {}, { couldNotResolve: true }),
    forbidden(
      'core-alone',
      'The core computes with nothing but itself.',
      { path: '^core/src/' },
      { pathNot: '^core/src/' },
    ),
    ...CORE_ROOMS.map((room, place) =>
      forbidden(
        `core-${room}`,
        'A room of the core knows only those before it.',
        { path: `^core/src/${within(room)}` },
        {
          path: '^core/src/',
          pathNot: `^core/src/(${CORE_ROOMS.slice(0, place + 1)
            .map(within)
            .join('|')})`,
        },
      ),
    ),
    forbidden(
      'core-rooms-known',
      'A new room of the core has its place in the order.',
      { path: '^core/src/', pathNot: `^core/src/(testing|${CORE_ROOMS.join('|')})/` },
      { path: '^core/src/' },
    ),
    forbidden(
      'core-by-its-face',
      'Another room is known by its index.',
      { path: '^core/src/([^/]+)/', pathNot: ['^core/src/testing/', `^core/src/${within('picture')}`] },
      { path: '^core/src/[^/]+/', pathNot: ['^core/src/$1/', '/index\\.ts$'] },
    ),
    forbidden(
      'pictures-by-their-face',
      'A picture knows what pictures are made of, and other rooms by their index.',
      { path: `^core/src/${within('picture')}` },
      { path: '^core/src/', pathNot: [`^core/src/${within('picture')}`, '/index\\.ts$'] },
    ),
    forbidden(
      'contract-on-core',
      'The contract stands on the core and on Yup alone.',
      { path: '^contract/src/' },
      { pathNot: ['^contract/src/', '^core/', '^node_modules/yup/'] },
    ),
    forbidden('server-no-page', 'The server knows no page.', { path: '^server/' }, { path: ['^web/', '@angular/'] }),
    forbidden(
      'pages-by-api',
      'Pages reach the server through its API.',
      { path: '^web/' },
      { path: ['^server/', 'node_modules/(express|drizzle-orm)/'] },
    ),
    forbidden(
      'feature-alone',
      'A feature takes shared pieces from ui, data, shell or workers, not from another feature.',
      { path: '^web/src/app/([^/]+)/' },
      { path: '^web/src/app/[^/]+/', pathNot: [`^web/src/app/($1|${SHARED})/`] },
    ),
    forbidden(
      'shared-no-feature',
      'What is shared knows no page.',
      { path: `^web/src/app/(${SHARED})/` },
      { path: '^web/src/app/[^/]+/', pathNot: [`^web/src/app/(${SHARED})/`] },
    ),
    forbidden(
      'server-by-stores',
      'Components ask stores; only those know the server’s addresses.',
      { path: '^web/src/app/', pathNot: '^web/src/app/data/' },
      { path: '^web/src/app/data/api\\.ts$' },
    ),
    forbidden(
      'data-no-ui',
      'Stores know nothing of how they are shown.',
      { path: '^web/src/app/data/' },
      { path: '^web/src/app/(ui|shell)/' },
    ),
    forbidden(
      'stories-outside',
      'Stories know only the running application.',
      { path: '^e2e/' },
      { path: '^(core|contract|server|web)/' },
    ),
  ],
  options: {
    // Types are known too: a circle of types is a circle.
    tsPreCompilationDeps: true,
    doNotFollow: { path: ['node_modules', '/dist/'] },
    exclude: {
      path: ['\\.spec\\.ts$', '/out-tsc/', '\\.angular/', '^(core|contract|server|web|e2e)/dist/.*\\.d\\.ts$'],
    },
    enhancedResolveOptions: {
      extensions: ['.ts', '.js'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
    },
  },
};
