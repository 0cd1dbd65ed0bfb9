/** The layer table of docs/architecture.md, as rules. */
const core = (name) => `^src/core/${name}/`;
const coreOrder = [
  'base',
  'time',
  'geo',
  'model',
  'travel',
  'timing',
  'rules',
  'objectives',
  'verify',
  'explain',
  'hand',
  'offers',
  'simulate',
];
const mayNot = (name, from, to, comment) => ({ name, severity: 'error', comment, from: { path: from }, to });
const coreRules = coreOrder.map((layer, ix) =>
  mayNot(
    `core-${layer}`,
    core(layer),
    {
      path: coreOrder
        .slice(ix + 1)
        .map(core)
        .concat(core('engine')),
    },
    `${layer} is below what it imports`,
  ),
);
const outside = (layers) => ({ path: layers.map((l) => `^src/${l}/`) });
const sections = ['set-up', 'playbooks', 'runs', 'work', 'plan', 'day', 'review', 'access'];
/** What two sections need lies in `shared` on their floor, and never looks back into one of them. */
const floors = ['src/server', 'src/contract', 'src/ui', 'src/db/repositories'];
const sectionRules = floors.map((floor) =>
  mayNot(
    `shared-knows-no-section-${floor.replaceAll('/', '-')}`,
    `^${floor}/shared/`,
    { path: sections.map((s) => `^${floor}/${s}/`) },
    'shared is below the sections',
  ),
);
/** Use cases of one section do not call those of another. */
const apartRules = sections.map((section) =>
  mayNot(
    `server-section-${section}`,
    `^src/server/${section}/`,
    { path: sections.filter((s) => s !== section).map((s) => `^src/server/${s}/`) },
    'sections of use cases stand side by side',
  ),
);
const doors = '^src/core/(index|engine/index)\\.ts$';
module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    ...coreRules,
    ...sectionRules,
    ...apartRules,
    mayNot(
      'rules-objectives-apart',
      core('objectives'),
      { path: core('rules') },
      'measures do not know rules',
    ),
    mayNot('geo-apart', core('geo'), { path: core('time') }, 'geo knows no time'),
    mayNot(
      'engine-blind',
      core('engine'),
      { path: ['verify', 'explain', 'hand', 'offers', 'simulate'].map(core) },
      'the engine never sees its judge',
    ),
    mayNot(
      'engine-apart-from-rules',
      core('engine'),
      { path: core('rules') },
      'an error in a rule must be seen by the engine, and the other way round',
    ),
    mayNot(
      'core-pure',
      '^src/core/',
      outside(['contract', 'config', 'db', 'server', 'worker', 'web', 'cli', 'host', 'app', 'ui']),
      'core stands alone',
    ),
    mayNot(
      'core-packages',
      '^src/core/',
      {
        dependencyTypes: ['npm', 'core'],
        pathNot: [
          'node_modules/(@types/)?luxon',
          'node_modules/flatqueue',
          'node_modules/kdbush',
          'node_modules/flatbush',
        ],
      },
      'core uses one date-time package, a heap and lookups by place',
    ),
    mayNot(
      'contract',
      '^src/contract/',
      outside(['config', 'db', 'server', 'worker', 'web', 'cli', 'app', 'ui']),
      'contract: core door and zod',
    ),
    mayNot(
      'config',
      '^src/config/',
      { path: '^src/', pathNot: '^src/config/' },
      'config reads the environment only',
    ),
    mayNot(
      'host',
      '^src/host/',
      outside(['contract', 'config', 'db', 'server', 'worker', 'web', 'cli', 'app', 'ui']),
      'host: what the engine is handed from outside',
    ),
    mayNot(
      'db',
      '^src/db/',
      outside(['server', 'worker', 'web', 'cli', 'app', 'ui']),
      'db is below use cases',
    ),
    mayNot(
      'server',
      '^src/server/',
      { path: ['^src/(worker|web|cli|app|ui)/', 'node_modules/(react|next|@mantine)/'] },
      'use cases know no interface',
    ),
    mayNot(
      'ui',
      '^src/ui/',
      outside(['config', 'db', 'server', 'worker', 'web', 'cli', 'app']),
      'the interface speaks contract',
    ),
    mayNot(
      'web',
      '^src/web/',
      outside(['worker', 'cli', 'app', 'ui']),
      'the edge guards the application without knowing it',
    ),
    mayNot('app', '^src/app/', outside(['db', 'config', 'worker', 'web', 'cli']), 'routes call use cases'),
    mayNot(
      'core-door',
      '^src/(contract|db|server|worker|web|cli|host|app|ui)/',
      { path: '^src/core/', pathNot: doors },
      'through the door',
    ),
    mayNot(
      'engine-door',
      '^src/(contract|db|server|web|app|ui)/',
      { path: '^src/core/engine/' },
      'only worker, command line and bench start a search',
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '\\.test\\.tsx?$|^src/core/engine/assembly/' },
  },
};
