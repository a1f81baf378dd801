import { DOCUMENT, inject, Injectable } from '@angular/core';

const TAKES =
  'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), textarea:not([disabled]), [tabindex]';
/** Others that move the focus by themselves, dialogs say, come first. */
const OTHERS_MS = 60;

/**
 * The focus is never lost: where what had it is taken off the page, it goes on to what came in its place (the next of a
 * list, what was made), else to the heading of the part it stood in; where it was only switched off while a deed is
 * carried out, it comes back.
 */
@Injectable({ providedIn: 'root' })
export class FocusKeeper {
  private readonly document = inject(DOCUMENT);
  /** What has the focus, and what it stands in, innermost first, each with its place among its neighbours. */
  private path: { element: Element; at: number }[] = [];
  private waiting = false;

  /** From now on; to be called once. */
  watch(): void {
    this.document.addEventListener('focusin', (e) => this.remember(e.target as Element));
    this.document.addEventListener('focusout', (e) => {
      const left = e.target as HTMLButtonElement;
      if (e.relatedTarget) return;
      // somebody tapped beside everything: what is still there and could have it was left on purpose
      setTimeout(() => {
        if (left.isConnected && !left.disabled && this.nowhere()) this.path = [];
      });
    });
    new MutationObserver(() => this.look()).observe(this.document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['disabled'],
    });
  }
  private nowhere(): boolean {
    const is = this.document.activeElement;
    return !is || is === this.document.body;
  }
  private remember(element: Element): void {
    this.path = [];
    for (let e: Element | null = element; e && e !== this.document.body; e = e.parentElement)
      this.path.push({ element: e, at: e.parentElement ? [...e.parentElement.children].indexOf(e) : 0 });
  }
  private look(): void {
    if (this.waiting || !this.path.length || !this.nowhere()) return;
    this.waiting = true;
    setTimeout(() => {
      this.waiting = false;
      if (this.path.length && this.nowhere()) this.next()?.focus({ preventScroll: true });
    }, OTHERS_MS);
  }
  private next(): HTMLElement | null {
    const had = this.path[0]!.element as HTMLButtonElement;
    if (had.isConnected) return had.disabled ? null : had;
    const gone = this.path.findIndex((_, i) => this.path[i + 1]?.element.isConnected ?? true);
    const within = this.path[gone + 1]?.element ?? this.document.getElementById('main');
    if (!within) return null;
    // another page: its title
    if (within.querySelector('h1')) return headingIn(within);
    // what moved up into its place, or the last that is left
    const beside = within.children[Math.min(this.path[gone]!.at, within.children.length - 1)];
    return firstIn(beside) ?? headingIn(within) ?? firstIn(within) ?? headingIn(this.document.getElementById('main'));
  }
}
const shown = (e: Element): boolean => e.getClientRects().length > 0;
function firstIn(part: Element | undefined): HTMLElement | null {
  if (!part) return null;
  const all = [part, ...part.querySelectorAll(TAKES)].filter((e): e is HTMLElement => e.matches(TAKES));
  return all.find((e) => shown(e) && e.tabIndex >= 0) ?? null;
}
function headingIn(part: Element | null): HTMLElement | null {
  const heading = [...(part?.querySelectorAll<HTMLElement>('h1, h2, h3, legend') ?? [])].find(shown) ?? null;
  heading?.setAttribute('tabindex', '-1');
  return heading;
}
