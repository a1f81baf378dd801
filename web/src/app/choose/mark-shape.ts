import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Natures that look alike are drawn alike: a crust, a drop, grains, a splash, a growth, flakes, a lump, a cloud. */
const SHAPES: Record<string, 'crust' | 'drop' | 'grains' | 'splash' | 'growth' | 'flakes' | 'lump' | 'cloud'> = {
  mineral: 'crust',
  'metal-corrosion': 'flakes',
  grease: 'drop',
  wax: 'lump',
  resin: 'lump',
  particulate: 'grains',
  pigment: 'grains',
  starch: 'grains',
  dye: 'splash',
  tannin: 'splash',
  protein: 'splash',
  sugar: 'drop',
  combination: 'lump',
  biological: 'growth',
  odour: 'cloud',
};

/** A small drawing of what kind of mark it is. */
@Component({
  selector: 'dt-mark-shape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './mark-shape.html',
  styleUrl: './mark-shape.scss',
})
export class MarkShape {
  readonly nature = input.required<string>();
  protected readonly shape = computed(() => SHAPES[this.nature()] ?? 'cloud');
}
