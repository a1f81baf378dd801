import { MatExpansionModule } from '@angular/material/expansion';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Finding, JudgedItem } from '@dolly-tub/core';
import { VERDICTS } from '../shared/verdict-shape';

/** As high as `--row` in the styles. */
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
  imports: [MatExpansionModule],
  templateUrl: './meeting-web.html',
  styleUrl: './meeting-web.scss',
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
