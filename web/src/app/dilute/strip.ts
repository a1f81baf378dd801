import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { ppmOfStock, type Product, readStrip, simulatedStrip, stockByStrip } from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { between, numberIn, said } from '../shared/valid';
import { figure } from '../shared/words';

/** A test strip held to its printed pads: how strong the stock is by it. The built-in strip shows how it goes. */
@Component({
  selector: 'dt-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatExpansionModule,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
  ],
  templateUrl: './strip.html',
  styleUrl: './strip.scss',
})
export class StripPanel {
  private readonly knowledge = inject(Knowledge);
  readonly record = input.required<Product>();
  /** mg/L that the stock likely holds: what the built-in strip is dipped into a thinning of. */
  readonly likely = input(0);
  /** The strength that counts from now on, in the product's own percent: the least that the pad stands for. */
  readonly found = output<number>();
  protected readonly strips = computed(() => [...(this.knowledge.catalogue()?.strips.values() ?? [])]);
  private readonly chosen = signal<string | null>(null);
  protected readonly strip = computed(() => this.strips().find((s) => s.id === this.chosen()) ?? this.strips()[0]);
  protected readonly pad = signal<number | null>(null);
  protected readonly form = new FormGroup({
    stock: new FormControl('1', { nonNullable: true, validators: [said, between(0.01, 1e5)] }),
    all: new FormControl('500', { nonNullable: true, validators: [said, between(0.01, 1e6)] }),
    opened: new FormControl('1', { nonNullable: true, validators: [said, between(0, 240)] }),
  });
  private readonly typed = toSignal(this.form.valueChanges);
  private readonly thinned = computed(() => {
    this.typed();
    const [stock, all, opened] = [this.form.controls.stock, this.form.controls.all, this.form.controls.opened].map(
      (c) => (c.valid ? numberIn(c) : null),
    );
    return stock !== null && all !== null && opened !== null && all! >= stock! && stock! > 0
      ? { stock: stock!, all: all!, opened: opened! }
      : null;
  });
  private dips = 0;
  protected choose(id: string): void {
    this.chosen.set(id);
    this.pad.set(null);
  }
  protected dip(): void {
    const [strip, t] = [this.strip(), this.thinned()];
    if (!strip || !t) return;
    this.pad.set(simulatedStrip(strip, (this.likely() * t.stock) / t.all, t.opened, ++this.dips).dip());
  }
  private readonly reading = computed(() => {
    const [strip, pad, t] = [this.strip(), this.pad(), this.thinned()];
    if (!strip || pad === null || !t) return null;
    const r = readStrip(strip, pad, t.opened);
    return { ...r, stock: [r.low, r.ppm, r.high].map((x) => stockByStrip(x, t.stock, t.all)) };
  });
  /** The least that it stands for, as percent of the product's own. */
  protected readonly least = computed(() => {
    const [r, c] = [this.reading(), this.knowledge.catalogue()];
    const percent = r && c ? r.stock[0]! / ppmOfStock(this.record(), 1, c) : 0;
    return percent > 0 && percent <= 100 ? percent : null;
  });
  protected readonly says = computed(() => {
    if (!this.thinned()) return 'Write how much of the stock is in how much water.';
    const r = this.reading();
    if (!r) return 'Dip for a second, wait as its tin says, and tap the pad that it is most like.';
    const [low, ppm, high] = r.stock.map((x) => figure(x));
    const old = r.faded ? ' The tin is past its time, so it may be more than it shows.' : '';
    if (r.high === Infinity)
      return `At least ${low} ppm in the stock, and perhaps much more: thin it further and dip again.${old}`;
    return `The stock holds about ${ppm} ppm (${low} to ${high}).${old}`;
  });
  protected take(): void {
    this.found.emit(Number(this.least()!.toPrecision(3)));
  }
  protected readonly figure = figure;
}
