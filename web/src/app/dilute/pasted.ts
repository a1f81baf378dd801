import { CdkTextareaAutosize } from '@angular/cdk/text-field';
import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { isSolid, isWater, readRecipe } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { VerdictShape } from '../shared/verdict-shape';
import { figure, span } from '../shared/words';

/** Verdicts from here on say that it is none. */
const UNDONE = 2;
/** What a recipe comes to as a bottle. */
export interface Made {
  product: string;
  /** Of the product's own, in the whole. */
  percent: number;
  mL: number;
  also: { product: string; amount: number }[];
}

/** A recipe from somewhere, pasted: how strong each thing is in it, what it still does, and what they do to each other. */
@Component({
  selector: 'dt-pasted',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkTextareaAutosize,
    MatButton,
    MatExpansionModule,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    RouterLink,
    VerdictShape,
  ],
  templateUrl: './pasted.html',
  styleUrl: './pasted.scss',
})
export class Pasted {
  private readonly knowledge = inject(Knowledge);
  private readonly settings = inject(Store).selectSignal(selectSettings);
  readonly make = output<Made>();
  protected readonly text = new FormControl('', { nonNullable: true });
  private readonly typed = toSignal(this.text.valueChanges, { initialValue: '' });
  private readonly read = computed(() => {
    const c = this.knowledge.catalogue();
    const text = this.typed();
    return c && text.trim() ? readRecipe(text, c, c.measures, this.settings()?.measureSystem ?? 'metric') : null;
  });
  protected readonly recipe = computed(() => {
    const r = this.read();
    return r?.ok ? r.value : null;
  });
  protected readonly wrong = computed(() => {
    const r = this.read();
    return r && !r.ok ? r.problems[0]!.message : null;
  });
  protected readonly amount = (percent: number | null): string =>
    percent === null ? '' : `, ${figure(percent)} % in it`;
  protected readonly keeps = (hours: number): string => span(hours * 60);
  /** As a bottle: the first thing that does something is measured, the others go in beside it; null where it is none. */
  protected readonly asBottle = computed<Made | null>(() => {
    const [r, c] = [this.recipe(), this.knowledge.catalogue()];
    if (!r || !c || r.level >= UNDONE) return null;
    const products = r.parts.map((p) => ({ ...p, record: p.product ? c.products.get(p.product) : undefined }));
    if (products.some((p) => !p.record || (p.mL === null && p.g === null))) return null;
    const [first, ...rest] = products.filter((p) => !isWater(p.record!, c));
    if (!first) return null;
    const also = rest.map((p) => ({
      product: p.product!,
      amount: Number((isSolid(p.record!) ? p.g! : (p.mL ?? p.g! / (p.record!.density ?? 1))).toPrecision(6)),
    }));
    return {
      product: first.product!,
      percent: Number(first.percent!.toPrecision(6)),
      mL: Math.round(r.final_mL),
      also,
    };
  });
  /** What Mix is asked with: the products of it. */
  protected readonly mixWith = computed(() => (this.recipe()?.parts ?? []).flatMap((p) => p.product ?? []).join(','));
}
