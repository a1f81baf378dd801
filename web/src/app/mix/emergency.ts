import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { EmergencyCard } from '../emergency/card';

export interface EmergencyData {
  what: string;
}
/** The card over a verdict, closed only on purpose. */
@Component({
  selector: 'dt-emergency',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, EmergencyCard, MatDialogModule],
  templateUrl: './emergency.html',
  styleUrl: './emergency.scss',
})
export class Emergency {
  protected readonly data = inject<EmergencyData>(MAT_DIALOG_DATA);
}
