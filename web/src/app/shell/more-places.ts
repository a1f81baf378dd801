import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_BOTTOM_SHEET_DATA, MatBottomSheetRef } from '@angular/material/bottom-sheet';
import { MatListModule } from '@angular/material/list';
import { RouterLink } from '@angular/router';

export interface MorePlacesData {
  places: readonly { path: string; name: string }[];
  /** Opens the question in words. */
  ask: () => void;
}

/** On a phone, where the thumb is: the places that the bottom bar has no room for. */
@Component({
  selector: 'dt-more-places',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatListModule, RouterLink],
  templateUrl: './more-places.html',
  styleUrl: './more-places.scss',
})
export class MorePlaces {
  protected readonly data = inject<MorePlacesData>(MAT_BOTTOM_SHEET_DATA);
  private readonly sheet = inject<MatBottomSheetRef<MorePlaces>>(MatBottomSheetRef);
  protected close(): void {
    this.sheet.dismiss();
  }
  protected ask(): void {
    this.sheet.afterDismissed().subscribe(() => this.data.ask());
    this.sheet.dismiss();
  }
}
