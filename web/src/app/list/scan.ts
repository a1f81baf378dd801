import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { knownBy, readCode, type Stock } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { type Deed, deedsFrom } from '../household/deeds';
import { selectKits, selectShopping, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { capital, figure } from '../shared/words';

/**
 * Bought things, pack by pack, by the code under their bars: a reader that types it and presses Enter, or a person. What is
 * known goes onto its shelf at once; what is not is asked about once.
 */
@Component({
  selector: 'dt-scan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButton, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  templateUrl: './scan.html',
  styleUrl: './scan.scss',
})
export class Scan {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  protected readonly deeds = deedsFrom('list: read a code');
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly lines = this.store.selectSignal(selectShopping);
  private readonly field = viewChild('code', { read: ElementRef<HTMLInputElement> });
  protected readonly form = new FormGroup({ code: new FormControl('', { nonNullable: true }) });
  protected readonly says = signal<string | null>(null);
  /** A code that nobody has told of yet. */
  protected readonly unknown = signal<string | null>(null);
  /** Things that it may be: what is on the list first. */
  protected readonly choices = computed<Choice[]>(() => {
    const wanted = new Set(this.lines().flatMap((l) => (l.state === 'open' && l.item ? [l.item] : [])));
    const kit = (s: Stock): string => this.kits().find((k) => k.id === s.kit)?.name ?? '';
    return [...this.stock()]
      .sort((a, b) => Number(wanted.has(b.item)) - Number(wanted.has(a.item)))
      .map((s) => ({
        id: s.id,
        name: `${this.nameOf(s)}, ${figure(s.pack.amount)} ${s.pack.unit}`,
        note: `${kit(s)}${wanted.has(s.item) ? ', on the list' : ''}`,
      }));
  });
  private nameOf({ item }: Stock): string {
    const c = this.knowledge.catalogue();
    return (c?.products.get(item) ?? c?.tools.get(item))?.name ?? item;
  }
  protected read(): void {
    const code = readCode(this.form.controls.code.value);
    this.unknown.set(null);
    if (!code.ok) return this.says.set(code.problems[0]!.message);
    const [row] = knownBy(code.value.code, this.stock());
    this.form.reset();
    if (!row) {
      this.says.set(null);
      return this.unknown.set(code.value.code);
    }
    this.buy(row, []);
  }
  protected is(id: string): void {
    const row = this.stock().find((s) => s.id === id);
    const code = this.unknown();
    if (!row || !code) return;
    this.buy(row, [{ does: 'change', on: 'stock', id: row.id, fields: { barcode: code } }]);
  }
  private buy(row: Stock, first: readonly Deed[]): void {
    const moves = [{ stock: row.id, delta: row.pack.amount, unit: row.pack.unit }];
    const name = this.nameOf(row);
    const buy: Deed = { does: 'write', entry: { kind: 'stock', reason: 'buy', moves, names: { product: name } } };
    const kit = this.kits().find((k) => k.id === row.kit)?.name ?? 'its shelf';
    const told = `One ${name} more, onto ${kit}.`;
    this.deeds.ask([...first, buy], told);
    this.says.set(capital(told));
    this.unknown.set(null);
    this.field()?.nativeElement.focus();
  }
  protected leave(): void {
    this.unknown.set(null);
    this.field()?.nativeElement.focus();
  }
}
