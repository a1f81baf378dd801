import { ChangeDetectionStrategy, Component, inject, type Injector } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MAT_SNACK_BAR_DATA,
  MatSnackBar,
  MatSnackBarAction,
  MatSnackBarActions,
  MatSnackBarLabel,
  MatSnackBarRef,
} from '@angular/material/snack-bar';
import type { LogEntry } from '@dolly-tub/core';
import { deedsFrom, UNDO, undoOf } from '../household/deeds';

export interface ToldData {
  says: string;
  /** Entries that can be taken back together, newest first. */
  entries: readonly LogEntry[];
}

/** What was done, said where nothing hides it, with the way back. It stays until the next deed, or until it is put away. */
@Component({
  selector: 'dt-told',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatSnackBarAction, MatSnackBarActions, MatSnackBarLabel],
  templateUrl: './told.html',
  styleUrl: './told.scss',
})
export class Told {
  protected readonly data = inject<ToldData>(MAT_SNACK_BAR_DATA);
  private readonly bar = inject(MatSnackBarRef);
  private readonly undoing = deedsFrom(UNDO);

  protected undo(): void {
    this.undoing.ask(
      this.data.entries.map((e) => ({ does: 'write' as const, entry: undoOf(e) })),
      'Taken back.',
    );
  }
  protected close(): void {
    this.bar.dismiss();
  }
}
export const openTold = (injector: Injector, data: ToldData): void => {
  injector.get(MatSnackBar).openFromComponent(Told, { data, panelClass: 'told' });
};
