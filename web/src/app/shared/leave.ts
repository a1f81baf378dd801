import { ChangeDetectionStrategy, Component, inject, type Injector } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialog, MatDialogModule } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import type { Unsaved } from './unsaved';

/** What was begun and is not kept: stay with it, or let it go. */
@Component({
  selector: 'dt-leave',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatDialogModule],
  templateUrl: './leave.html',
})
export class Leave {
  protected readonly what = inject<string[]>(MAT_DIALOG_DATA);
}
/** True once it was said that it may go. */
export async function askToLeave(unsaved: Unsaved, injector: Injector): Promise<boolean> {
  const asked = injector.get(MatDialog).open<Leave, string[], boolean>(Leave, {
    data: unsaved.begun(),
    role: 'alertdialog',
    ariaLabelledBy: 'leave-title',
    width: '460px',
    maxWidth: '94vw',
  });
  const goes = (await firstValueFrom(asked.afterClosed())) === true;
  if (goes) unsaved.letGo();
  return goes;
}
