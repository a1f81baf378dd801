import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';

export interface EmergencyData {
  what: string;
  number: string;
  poison: string;
}
/** It has happened: very large, in order, and closed only on purpose. */
@Component({
  selector: 'dt-emergency',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule],
  template: `
    <div class="box">
      <h2 id="emergency-title">It has been mixed</h2>
      <ol>
        <li><b>Everybody out.</b> Now.</li>
        <li><b>Fresh air.</b> Leave doors open behind you if it costs no second.</li>
        <li><b>Call</b> {{ data.number || 'the local emergency number' }}@if (data.poison) { or the poison centre, {{ data.poison }} } @else { or your poison centre }.</li>
        <li><b>Do not go back.</b> Not for the bottle. Do not mop it, push it to the drain or neutralise it.</li>
        <li><b>Say</b> what met: {{ data.what }}; when; which room; who was there.</li>
      </ol>
      <p>On skin or in eyes: rinse at once with plenty of running water, take off soaked clothing and lenses, call. Swallowed: rinse the mouth, do not induce vomiting, call.</p>
      <button class="btn" type="button" mat-dialog-close>Close this card</button>
    </div>
  `,
  styles:
    '.box{padding:24px;display:grid;gap:16px;border-top:14px solid var(--v5)} h2{font-size:36px;color:var(--v5)} ol{display:grid;gap:12px;padding-left:34px;font-size:25px;line-height:1.25} p{font-size:18px} .btn{justify-self:start}',
})
export class Emergency {
  protected readonly data = inject<EmergencyData>(MAT_DIALOG_DATA);
}
