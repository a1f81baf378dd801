import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { Knowledge } from '../knowledge/knowledge';
import { capital } from './words';

/** What hangs, stands or lies in a fixture all the time: several may be ticked, none is an answer too. */
@Component({
  selector: 'dt-residents',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatSelectModule],
  templateUrl: './residents.html',
  styleUrl: './residents.scss',
})
export class Residents {
  private readonly knowledge = inject(Knowledge);
  readonly label = input.required<string>();
  readonly value = input<readonly string[]>([]);
  readonly changed = output<string[]>();
  /** Blocks by their make where it is known, then everything else that is often there in a fixture. */
  protected readonly choices = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const blocks = [...c.products.values()].filter((p) => p.state === 'block' && !p.advised);
    const known = new Set(blocks.map((p) => p.id));
    const others = [...c.residents.values()].filter(
      (r) => r.meeting === 'fixture' && !r.holds.some((h) => h.product && known.has(h.product)),
    );
    return [...blocks, ...others].map((x) => ({ id: x.id, name: capital(x.name) }));
  });
}
