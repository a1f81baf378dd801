import type { Injector } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { CommandBox } from '../command/command-box';
import { Shortcuts } from './shortcuts';

/** Dialogs are fetched when they are first asked for, so that the first load stays small. */
export function openCommandBox(injector: Injector): void {
  injector.get(MatDialog).open(CommandBox, {
    ariaLabelledBy: 'command-title',
    position: { top: '12vh' },
    maxWidth: '94vw',
    autoFocus: 'input',
  });
}
export function openShortcuts(injector: Injector): void {
  injector.get(MatDialog).open(Shortcuts, { ariaLabelledBy: 'shortcuts-title' });
}
