import { ESLint } from 'eslint';

// The guards of the house, tried: each line is what somebody might write, and the rule that stops it.
const lint = new ESLint({ overrideConfig: { rules: { '@typescript-eslint/no-unused-vars': 'off' } } });
const told = async (file: string, text: string): Promise<string[]> => {
  const [result] = await lint.lintText(text, { filePath: file });
  return [...new Set(result!.messages.map((m) => m.ruleId ?? m.message))];
};
const EDGE = 'boundaries/dependencies';
const HAND = 'no-restricted-syntax';

test.each([
  ['web/src/app/mix/probe.ts', "import { KitsPage } from '../kits/kits.page';", EDGE],
  ['web/src/app/shared/probe.ts', "import { MixPage } from '../mix/mix.page';", EDGE],
  ['core/src/gate/probe.ts', "import { Store } from '../../../server/src/store/store';", EDGE],
  ['server/src/http/probe.ts', "import { Chooser } from '../../../web/src/app/shared/chooser';", EDGE],
  ['core/src/gate/probe.ts', "import { x } from '../mixing/items';", 'no-restricted-imports'],
  ['core/src/gate/probe.ts', "import { readFileSync } from 'node:fs';", 'no-restricted-imports'],
  ['web/src/app/mix/probe.html', '<select></select>', HAND],
  ['web/src/app/mix/probe.html', '<details></details>', HAND],
  ['web/src/app/mix/probe.html', '<form (ngSubmit)="put()"></form>', HAND],
  ['web/src/app/mix/probe.html', '<input aria-label="x" />', HAND],
  ['web/src/app/mix/probe.html', '<div role="listbox" aria-label="x"></div>', HAND],
  ['web/src/app/mix/probe.html', '<button type="button" [attr.aria-pressed]="on()">x</button>', HAND],
  ['web/src/app/mix/probe.html', '<mat-checkbox (change)="set($event.target)">x</mat-checkbox>', HAND],
])(
  '%s may not hold %s',
  async (file, text, rule) => {
    expect(await told(file, text)).toContain(rule);
  },
  60_000,
);
test.each([
  [
    'web/src/app/mix/probe.ts',
    "import { Chooser } from '../shared/chooser';\nimport { mixEvents } from './mix.state';",
  ],
  ['server/src/http/probe.ts', "import { judge } from '@dolly-tub/core';"],
  ['core/src/gate/probe.ts', "import { judge } from '../mixing';"],
  ['web/src/app/mix/probe.html', '<input matInput aria-label="x" [formControl]="words" />'],
])(
  '%s may hold %s',
  async (file, text) => {
    expect(await told(file, text)).toEqual([]);
  },
  60_000,
);
