import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { DoneHere } from './done-here';

/** What was done in this sitting, each with its way back. */
@Component({
  selector: 'dt-codes-lately',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatIcon],
  templateUrl: './lately.html',
  styleUrl: './lately.scss',
})
export class Lately {
  protected readonly here = inject(DoneHere);
}
