/**
 * No circle and no arrow up, type-only imports included: they tie files together as firmly as any other. The floors of a package
 * stand in docs/architecture.md.
 */
const floor = (name, path, mayNot) => ({ name, severity: 'error', from: { path, pathNot: '\\.test\\.tsx?$' }, to: { path: mayNot } });

/** The floors of the core, the ground first: a folder imports from its own floor's below, never from beside or above. */
const FLOORS = [
  ['units', 'solve'],
  ['rotor', 'weigh'],
  ['engine', 'spin', 'parts'],
  ['cuts'],
  ['estimate'],
  ['match', 'bob', 'correct'],
  ['job'],
  ['record', 'decisions'],
  ['working'],
];
const coreFloors = FLOORS.flatMap((folders, i) =>
  folders.map((folder) => {
    const others = [...folders.filter((other) => other !== folder), ...FLOORS.slice(i + 1).flat()];
    return floor(`core-${folder}`, `^packages/core/src/${folder}/`, `^packages/core/src/(${others.join('|')})/`);
  }),
);

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    floor('core-is-the-ground', '^packages/core/src', '^(packages/(contract|card|solver|mesh)|apps|e2e|bench)/'),
    floor('contract-stands-on-core', '^packages/contract/src', '^(packages/(card|solver|mesh)|apps|e2e|bench)/'),
    floor('card-stands-on-contract', '^packages/card/src', '^(packages/(solver|mesh)|apps|e2e|bench)/'),
    floor('solver-stands-on-core', '^packages/solver/src', '^(packages/(contract|card|mesh)|apps|e2e|bench)/'),
    floor('mesh-stands-on-core', '^packages/mesh/src', '^(packages/(contract|card|solver)|apps|e2e|bench)/'),
    floor('web-knows-no-server', '^apps/web/src', '^apps/(server|standins)/'),
    floor('server-knows-no-screen', '^apps/server/src', '^apps/web/'),
    // The demo seed works on the stand-in itself; the server proper knows only its line protocol.
    {
      name: 'server-knows-a-protocol',
      severity: 'error',
      from: { path: '^apps/server/src', pathNot: '(database/seeds|testing)/|\\.test\\.ts$' },
      to: { path: '^apps/standins/' },
    },
    floor('standins-know-no-server', '^apps/standins/src', '^apps/(web|server)/'),
    ...coreFloors,
  ],
  options: {
    doNotFollow: { path: 'node_modules|/dist/' },
    exclude: { path: '(^|/)(node_modules|dist|test-results|playwright-report)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.cruise.json' },
    enhancedResolveOptions: {
      conditionNames: ['@tare/source', 'import', 'require', 'node', 'default'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
    cache: { folder: 'node_modules/.cache/dependency-cruiser' },
  },
};
