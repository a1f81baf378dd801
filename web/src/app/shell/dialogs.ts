import type { Injector } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatBottomSheet } from '@angular/material/bottom-sheet';
import { CommandBox } from '../command/command-box';
import { MorePlaces, type MorePlacesData } from './more-places';
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
export function openMorePlaces(injector: Injector, data: MorePlacesData): void {
  injector.get(MatBottomSheet).open(MorePlaces, { data, ariaLabel: 'More places' });
}
