import { MatButton } from '@angular/material/button';
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
  imports: [MatButton, MatDialogModule],
  templateUrl: './shortcuts.html',
  styleUrl: './shortcuts.scss',
})
export class Shortcuts {
  protected readonly keys = KEYS;
}
