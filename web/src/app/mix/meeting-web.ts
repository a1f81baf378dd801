import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Finding, JudgedItem } from '@dolly-tub/core';
import { VERDICTS } from '../shared/verdict-shape';

const ROW = 54;
const UNKNOWN = 'not known';
interface Box {
  name: string;
  note: string;
  level: number;
}

/** Which ingredient of one meets which of the other: two columns and the lines between, and the same as a table. */
@Component({
  selector: 'dt-meeting-web',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="web" aria-hidden="true" [style.--rows]="rows()">
      <div class="col">@for (b of left(); track b.name) { <div class="box" [style.border-color]="b.level >= 3 ? 'var(--v' + b.level + ')' : null" [class.dash]="b.level === 3 || b.note === unknown"><b>{{ b.name }}</b><span>{{ b.note }}</span></div> }</div>
      <svg [attr.viewBox]="'0 0 100 ' + rows() * row" preserveAspectRatio="none">@for (l of lines(); track $index) { <path [attr.d]="l.d" [attr.stroke]="'var(--v' + l.level + ')'" [attr.stroke-width]="l.level >= 4 ? 5 : 3" [attr.stroke-dasharray]="l.level === 3 ? '9 7' : l.level < 3 ? '3 6' : null" vector-effect="non-scaling-stroke" /> }</svg>
      <div class="col">@for (b of right(); track b.name) { <div class="box" [style.border-color]="b.level >= 3 ? 'var(--v' + b.level + ')' : null" [class.dash]="b.level === 3 || b.note === unknown"><b>{{ b.name }}</b><span>{{ b.note }}</span></div> }</div>
      @if (forms()) { <div class="forms" [style.background]="'var(--v' + top() + ')'">{{ forms() }}</div> }
    </div>
    <details class="table"><summary>As a table</summary>
      <table class="small"><thead><tr><th scope="col">This</th><th scope="col">meets</th><th scope="col">and</th></tr></thead>
      <tbody>@for (f of findings(); track $index) { <tr><td>{{ f.between[0] }}</td><td>{{ f.between[1] }}</td><td>{{ words[f.level] }}{{ f.forms.length ? ': ' + f.forms.join(', ') : '' }}</td></tr> } @empty { <tr><td colspan="3">No rule concerns them.</td></tr> }</tbody></table>
    </details>
  `,
  styles: `
    :host { display: block; }
    .web { position: relative; display: grid; grid-template-columns: minmax(0, 1fr) minmax(70px, 0.9fr) minmax(0, 1fr); }
    .col { display: grid; grid-auto-rows: ${ROW}px; align-content: start; }
    .box { display: flex; justify-content: space-between; gap: 8px; align-items: center; height: 44px; padding: 0 12px; border: 2px solid var(--zinc-2); border-radius: 10px; background: var(--enamel-2); font-size: 14px; line-height: 1.1; min-width: 0; }
    .box b { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; overflow-wrap: anywhere; hyphens: auto; } .box span { color: var(--ink-2); font-size: 14px; white-space: nowrap; } .box.dash { border-style: dashed; }
    svg { width: 100%; height: calc(var(--rows) * ${ROW}px); display: block; } path { fill: none; }
    .forms { position: absolute; left: 50%; top: 4px; transform: translateX(-50%); max-width: 40%; padding: 5px 14px; border-radius: 99px; color: var(--on-v); font: 600 17px/1.1 var(--display); text-align: center; }
    summary { cursor: pointer; font-weight: 600; color: var(--ink-2); font-size: 14px; min-height: 28px; padding-top: 4px; } th { text-align: left; } td, th { padding: 3px 10px 3px 0; vertical-align: top; }
    @media (max-width: 560px) { .web { grid-template-columns: minmax(0, 1fr) 54px minmax(0, 1fr); } .box span { display: none; } .forms { position: static; grid-column: 1 / -1; justify-self: center; transform: none; max-width: 90%; margin-top: 4px; } }
  `,
})
export class MeetingWeb {
  readonly items = input.required<readonly JudgedItem[]>();
  readonly findings = input.required<readonly Finding[]>();
  protected readonly row = ROW;
  protected readonly unknown = UNKNOWN;
  protected readonly words = VERDICTS;
  /** The two things that decide; the first two when nothing does. */
  private readonly pair = computed<[number, number]>(() => {
    const f = this.findings()[0];
    const ids = f ? [...new Set(f.pair.map((p) => p.item))] : [];
    return ids.length >= 2 ? [ids[0]!, ids[1]!] : [0, 1];
  });
  private readonly mine = computed(() =>
    this.findings().filter(
      (f) => f.pair.some((p) => p.item === this.pair()[0]) && f.pair.some((p) => p.item === this.pair()[1]),
    ),
  );
  private boxes(n: number): Box[] {
    const item = this.items()[n];
    if (!item) return [];
    // what the first finding names stands first: the reason that is told is the one that is drawn
    const mine = this.mine();
    const drawn = (name: string, note: string, of: (f: Finding) => boolean): Box & { at: number } => {
      const at = mine.findIndex(of);
      return { name, note, level: mine[at]?.level ?? 0, at: at < 0 ? mine.length : at };
    };
    const boxes = item.ingredients.map((i) =>
      drawn(
        i.name,
        // of what was mixed here the label's percent is not what is in it now
        item.thinned ? 'thinned' : i.percent < 100 ? `to ${Number(i.percent.toPrecision(3))} %` : '',
        (f) => f.pair.some((p) => p.item === n && p.name === i.name),
      ),
    );
    const unnamed = (f: Finding): boolean => f.rule === 'U1' && f.pair.some((p) => p.item === n);
    if (!item.disclosed && mine.some(unnamed) && !(item.halogen && !item.unknown)) {
      const what = item.unknownWhat[0];
      boxes.push(drawn(what ? `“${what.slice(0, 26)}”` : 'the rest of it', UNKNOWN, unnamed));
    }
    boxes.sort((a, b) => a.at - b.at);
    return boxes.slice(0, 4);
  }
  protected readonly left = computed(() => this.boxes(this.pair()[0]));
  protected readonly right = computed(() => this.boxes(this.pair()[1]));
  protected readonly rows = computed(() => Math.max(1, this.left().length, this.right().length));
  protected readonly top = computed(() => this.mine()[0]?.level ?? 0);
  protected readonly forms = computed(() => {
    const f = this.mine()[0];
    return f && f.level >= 2 ? (f.forms[0] ?? '') : '';
  });
  protected readonly lines = computed(() => {
    const [a, b] = this.pair();
    const seen = new Set<string>();
    return this.mine().flatMap((f) => {
      const y = (n: number, boxes: Box[]): number => {
        const name = f.pair.find((p) => p.item === n)?.name;
        const i = boxes.findIndex((x) => x.name === name);
        return i >= 0 ? i : f.rule === 'U1' ? boxes.findIndex((x) => x.note === UNKNOWN) : -1;
      };
      let [l, r] = [y(a, this.left()), y(b, this.right())];
      if (f.rule === 'U1') [l, r] = [Math.max(0, l), Math.max(0, r)];
      if (l < 0 || r < 0 || seen.has(`${l}-${r}`)) return [];
      seen.add(`${l}-${r}`);
      const [y1, y2] = [l * ROW + 22, r * ROW + 22];
      return [{ level: f.level, d: `M0 ${y1}C40 ${y1} 60 ${y2} 100 ${y2}` }];
    });
  });
}
