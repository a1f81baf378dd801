import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { VerdictShape } from '../shared/verdict-shape';
import { Moving } from './moving';

/** A move that the gate does not offer, asked. */
@Component({
  selector: 'dt-move-asked',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, VerdictShape],
  templateUrl: './move-asked.html',
  styleUrl: './clashes.scss',
})
export class MoveAsked {
  protected readonly moving = inject(Moving);
}
