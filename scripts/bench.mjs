// npm run bench: timings, printed. No test depends on them.
import { installChromium, installPackages, root, run } from './setup.mjs';

installPackages();
installChromium();
run('npm', ['run', '--silent', 'build']);
const tsx = ['--import', 'tsx', '--conditions=ostrakon-source'];
// Quotes are timed as they run in production: compiled, without what the loader adds to every function.
run(process.execPath, ['--import', 'tsx', 'demo/bench/quotes.ts'], { cwd: root });
run(process.execPath, ['--import', 'tsx', 'demo/bench/dearest.ts'], { cwd: root });
run(process.execPath, ['--import', 'tsx', 'demo/bench/proof.ts'], { cwd: root });
run(process.execPath, [...tsx, 'e2e/bench/sheet.ts'], { cwd: root });
run(process.execPath, [...tsx, 'e2e/bench/large.ts'], { cwd: root });
run(process.execPath, [...tsx, 'e2e/bench/editions.ts'], { cwd: root });
run(process.execPath, [...tsx, 'e2e/bench/goods.ts'], { cwd: root });
run(process.execPath, [...tsx, 'e2e/bench/front.ts'], { cwd: root });
run(process.execPath, [...tsx, 'core/bench/packing.ts'], { cwd: root });
run(process.execPath, [...tsx, 'core/bench/places.ts'], { cwd: root });
run(process.execPath, [...tsx, 'core/bench/dates.ts'], { cwd: root });
run(process.execPath, [...tsx, 'core/bench/carriers.ts'], { cwd: root });
run(process.execPath, ['--import', 'tsx', 'server/bench/quotes.ts'], { cwd: root });
run(process.execPath, [...tsx, 'server/bench/carriers.ts'], { cwd: root });
run(process.execPath, [...tsx, 'server/bench/edges.ts'], { cwd: root });
run(process.execPath, [...tsx, 'server/bench/goodsRules.ts'], { cwd: root });
run(process.execPath, ['--import', 'tsx', 'server/bench/desk.ts'], { cwd: root });
run(process.execPath, ['--import', 'tsx', 'server/bench/intake.ts'], { cwd: root });
