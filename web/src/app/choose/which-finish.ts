import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { finishQuestion, type IfFinish } from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { percent } from '../shared/words';

/** Where the finish decides: the one question or harmless test that changes the ladder most, and what each answer makes of it. */
@Component({
  selector: 'dt-which-finish',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './which-finish.html',
  styleUrl: './which-finish.scss',
})
export class WhichFinish {
  private readonly knowledge = inject(Knowledge);
  readonly material = input.required<string>();
  readonly depends = input.required<readonly IfFinish[]>();
  readonly found = output<string>();
  protected readonly question = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? finishQuestion(this.material(), this.depends(), c) : null;
  });
  protected readonly rung = (f: IfFinish): string =>
    f.rung ? `${f.rung.name}, ${percent(f.rung.effect)}` : 'nothing is safe';
}
