import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatDialogModule } from '@angular/material/dialog';

const KEYS: [string, string][] = [
  ['/  or  Ctrl K', 'ask in words'],
  ['e', 'it has been mixed: the emergency card'],
  ['g then r', 'Rooms'],
  ['g then c', 'Choose'],
  ['g then m', 'Mix'],
  ['g then d', 'Dilute'],
  ['g then k', 'Kits'],
  ['g then l', 'Log'],
  ['g then s', 'Settings'],
  ['Enter or n', 'next step, while doing'],
  ['b', 'step back, while doing'],
  ['?', 'this list'],
  ['Esc', 'close'],
];

@Component({
  selector: 'dt-shortcuts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule],
  template: `
    <div class="box">
      <h2 id="shortcuts-title">Keys</h2>
      <dl class="facts">
        @for (k of keys; track k[0]) { <dt><kbd>{{ k[0] }}</kbd></dt><dd>{{ k[1] }}</dd> }
      </dl>
      <button class="btn" type="button" mat-dialog-close cdkFocusInitial>Close</button>
    </div>
  `,
  styles:
    '.box{padding:20px 24px;display:grid;gap:14px;justify-items:start} kbd{font:600 15px var(--text);background:var(--enamel-2);border:1px solid var(--zinc-3);border-radius:6px;padding:2px 8px;color:var(--ink)}',
})
export class Shortcuts {
  protected readonly keys = KEYS;
}
