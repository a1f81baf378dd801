import { ChangeDetectionStrategy, Component, DOCUMENT, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';

/** Prints one part of the page alone on its sheet. */
@Component({
  selector: 'dt-print',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatButton],
  templateUrl: './print.html',
})
export class Print {
  private readonly document = inject(DOCUMENT);
  /** What is printed, in words: `the shelf`. */
  readonly what = input.required<string>();
  readonly part = input.required<HTMLElement>();

  protected print(): void {
    const root = this.document.documentElement;
    const part = this.part();
    const window = this.document.defaultView!;
    // theme.scss leaves out all that is not of the sheet
    root.classList.add('alone');
    part.classList.add('sheet');
    window.addEventListener(
      'afterprint',
      () => {
        root.classList.remove('alone');
        part.classList.remove('sheet');
      },
      { once: true },
    );
    window.print();
  }
}
