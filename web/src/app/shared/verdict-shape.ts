import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Words of the six verdicts; the shape says the same again. */
export const VERDICTS = ['fine', 'fresh only', 'pointless', 'unknown', 'burns or bursts', 'poison gas'] as const;

/** Own shape for each level: drop, hourglass, two level lines, lozenge with ?, burst, cloud with a cross. */
@Component({
  selector: 'dt-verdict-shape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 48 48" [attr.width]="size()" [attr.height]="size()" [attr.role]="named() ? 'img' : null" [attr.aria-label]="named() ? label() : null" [attr.aria-hidden]="named() ? null : 'true'" fill="none" stroke="currentColor" stroke-width="3.6" stroke-linecap="round" stroke-linejoin="round">
      @switch (level()) {
        @case (0) { <path d="M24 6c7 9 12 15 12 22a12 12 0 0 1-24 0c0-7 5-13 12-22z" /> }
        @case (1) { <path d="M13 7h22M13 41h22M16 7c0 9 5 12 8 17 3-5 8-8 8-17M16 41c0-9 5-12 8-17 3 5 8 8 8 17" /> }
        @case (2) { <path d="M8 18h32M8 30h32" /> }
        @case (3) { <path d="M24 4 44 24 24 44 4 24z" stroke-dasharray="5 4.4" /><path d="M19.5 19.5a4.7 4.7 0 1 1 6.6 4.6c-1.5.8-2.1 1.7-2.1 3.2M24 33.2v.2" /> }
        @case (4) { <path d="m24 4 4.4 9.6 9.8-4-3.6 10L45 24l-10.400 4.400 3.600 10-9.800-4L24 44l-4.400-9.600-9.800 4 3.600-10L3 24l10.400-4.400-3.600-10 9.800 4z" /> }
        @case (5) { <path d="M14 38h21a9 9 0 0 0 2-17.800A13 13 0 0 0 12 18.500 10 10 0 0 0 14 38z" /><path d="m19.500 22 9 9m0-9-9 9" /> }
      }
    </svg>
  `,
  styles: ':host{display:inline-flex;line-height:0}',
})
export class VerdictShape {
  readonly level = input.required<number>();
  readonly size = input(40);
  readonly named = input(false);
  protected readonly label = computed(() => `${this.level()} of 5: ${VERDICTS[this.level()]}`);
}
