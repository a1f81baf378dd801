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
  imports: [EmergencyCard, MatDialogModule],
  template: `
    <div class="box">
      <h2 id="emergency-title">It has been mixed</h2>
      <dt-emergency-card [what]="data.what" />
      <button class="btn" type="button" mat-dialog-close>Close this card</button>
    </div>
  `,
  styles:
    '.box{padding:24px;max-height:90vh;overflow:auto;display:grid;gap:16px;border-top:14px solid var(--v5)} h2{font-size:36px;color:var(--v5)} .btn{justify-self:start}',
})
export class Emergency {
  protected readonly data = inject<EmergencyData>(MAT_DIALOG_DATA);
}
