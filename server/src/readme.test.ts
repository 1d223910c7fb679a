import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { Settings } from './settings.ts';

const root = join(import.meta.dirname, '../..');

test('the README names every environment variable that is read anywhere', () => {
  const files = execFileSync('git', ['ls-files', '*.ts', '*.tsx', '*.mjs'], { cwd: root, encoding: 'utf8' }).trim().split('\n');
  const text = files.map((file) => readFileSync(join(root, file), 'utf8')).join('\n');
  const read = [...text.matchAll(/process\.env\.([A-Z0-9_]+)/g)].map(([, name]) => String(name));
  const names = new Set([...read, ...Object.keys(Settings.shape)]);
  expect(names.size).toBeGreaterThan(8);
  const readme = readFileSync(join(root, 'README.md'), 'utf8');
  const told = [...readme.matchAll(/^\| (`[^|]*`) \|/gm)].flatMap(([, cell]) =>
    [...String(cell).matchAll(/`([A-Z0-9_]+)`/g)].map(([, name]) => String(name)),
  );
  expect([...names].filter((name) => !told.includes(name))).toEqual([]);
  expect(told.filter((name) => !names.has(name))).toEqual([]);
});

test('the Dockerfile, the workspaces, and what is type-checked name the same folders', () => {
  const { workspaces } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { workspaces: string[] };
  const dockerfile = readFileSync(join(root, 'Dockerfile'), 'utf8');
  const checked = readFileSync(join(root, 'tsconfig.json'), 'utf8');
  expect(workspaces.length).toBeGreaterThan(5);
  expect(workspaces.filter((name) => !dockerfile.includes(`COPY ${name}/package.json ${name}/`))).toEqual([]);
  expect(workspaces.filter((name) => !checked.includes(`"path": "${name}"`))).toEqual([]);
});
