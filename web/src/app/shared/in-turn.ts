import {
  ChangeDetectorRef,
  DestroyRef,
  Directive,
  inject,
  Injectable,
  type OnInit,
  signal,
  TemplateRef,
  untracked,
  ViewContainerRef,
} from '@angular/core';

/**
 * Parts of a place drawn one after another, each in a task of its own, while the place is drawn behind the server's first
 * sight: nobody sees them come, and a tap or a turn of the page is heard between two. At all other times a part is drawn
 * where it stands, with the rest.
 */
@Injectable({ providedIn: 'root' })
export class Turns {
  /** Nobody sees what is drawn. */
  readonly unseen = signal(false);
  private busy = false;
  private readonly waiting: (() => void)[] = [];
  /** Readings under way that parts are drawn with. */
  private held = 0;
  private thinking = 0;

  /** From now on nobody sees what is drawn. */
  begin(): void {
    this.unseen.set(true);
  }
  /** It is seen: what still waits is drawn now. */
  end(): void {
    this.unseen.set(false);
    for (const draw of this.waiting.splice(0)) draw();
  }
  /** Nothing waits to be drawn, and nothing is thought through that will be. */
  none(): boolean {
    return !this.busy && this.waiting.length === 0 && this.thinking === 0;
  }
  /** Something is thought through a little at a time, until what is answered is called. */
  think(): () => void {
    this.thinking++;
    return () => this.thinking--;
  }
  take(draw: () => void): void {
    if (!untracked(this.unseen)) return draw();
    this.waiting.push(draw);
    if (!this.busy) this.next();
  }
  /**
   * Nothing is drawn in its turn until what is answered is called, or somebody sees it: parts drawn before what they are
   * drawn with is read would all be drawn anew in one piece when it comes.
   */
  hold(): () => void {
    this.held++;
    return () => {
      this.held--;
      if (!this.busy && this.waiting.length) this.next();
    };
  }
  private next(): void {
    if (this.held) return;
    this.busy = true;
    setTimeout(() => {
      this.waiting.shift()?.();
      // the next one after the task in which this one is checked
      setTimeout(() => {
        this.busy = false;
        if (this.waiting.length) this.next();
      });
    });
  }
}

/** Draws what it stands on in its turn. */
@Directive({ selector: '[dtInTurn]' })
export class InTurn implements OnInit {
  private readonly view = inject(ViewContainerRef);
  private readonly template = inject(TemplateRef);
  private readonly changes = inject(ChangeDetectorRef);
  private readonly turns = inject(Turns);

  private here = true;

  constructor() {
    inject(DestroyRef).onDestroy(() => (this.here = false));
  }
  ngOnInit(): void {
    this.turns.take(() => {
      if (!this.here) return;
      this.view.createEmbeddedView(this.template);
      this.changes.markForCheck();
    });
  }
}
