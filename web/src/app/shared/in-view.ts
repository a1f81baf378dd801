import { afterNextRender, Directive, ElementRef, inject } from '@angular/core';

/** Lower than this share of the window nobody sees that something opened. */
const UNSEEN = 0.6;

/** What was opened is brought to where the eye is, where it opens below: on a phone, under the plan or the shelf. */
@Directive({ selector: '[dtInView]' })
export class InView {
  constructor() {
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterNextRender(() => {
      if (element.getBoundingClientRect().top > window.innerHeight * UNSEEN) element.scrollIntoView({ block: 'start' });
    });
  }
}
