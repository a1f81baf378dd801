import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, model, output, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { MatProgressBar } from '@angular/material/progress-bar';
import { likeliestNames, type PictureAnswer, type PictureWord, textOfWords } from '@dolly-tub/core';
import { HouseholdApi, Refused } from '../household/api';
import { Knowledge } from '../knowledge/knowledge';
import { cutOut, LabelCrop, type Part } from './crop';

type Read = Pick<PictureAnswer, 'text' | 'words' | 'unsure' | 'width' | 'height' | 'tilt' | 'incomplete' | 'nearer'> & {
  says?: string;
};
interface Shown {
  file: Blob;
  src: string;
  words: PictureWord[];
  width: number;
  height: number;
  /** Of the picture itself within what was read: its width as a share, and how it was turned. */
  share: number;
  turn: string;
}
/** Height of the word where it is shown enlarged, of the strip that it stands in, and what is left before it, px. */
const TALL_px = 34;
const CROP_px = 64;
const BESIDE_px = 70;
/** Languages of labels that can be read; which of them one is in, the server finds out after a first look. */
const READS = ['en', 'de', 'fr', 'es', 'nl'];

/**
 * A label read off a picture: the picture with what was read laid over it; words that are not sure are marked, and put
 * right one by one. The picture goes to the household's own server and nowhere else.
 */
@Component({
  selector: 'dt-label-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LabelCrop, MatButton, MatFormFieldModule, MatIcon, MatInputModule, MatProgressBar, ReactiveFormsModule],
  host: {
    '(dragover)': 'drag($event, true)',
    '(dragleave)': 'drag($event, false)',
    '(drop)': 'drop($event)',
    '(document:paste)': 'drop($event)',
    '[class.over]': 'over()',
  },
  templateUrl: './picture.html',
  styleUrl: './picture.scss',
})
export class LabelPicture {
  /** Words that are still open. */
  readonly open = model(0);
  /** What was read, anew after each word that is put right. */
  readonly read = output<string>();
  /** A picture that was read. */
  readonly pictured = output<Blob>();
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  protected readonly busy = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly pictures = signal<readonly Shown[]>([]);
  protected readonly asked = signal<{ picture: number; word: number } | null>(null);
  protected readonly field = new FormControl('', { nonNullable: true });
  /** Which of several pictures is being read. */
  protected readonly turn = signal<{ n: number; of: number } | null>(null);
  protected readonly over = signal(false);
  private asking: AbortController | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.asking?.abort();
      this.pictures().forEach((p) => URL.revokeObjectURL(p.src));
    });
  }
  protected readonly word = computed(() => {
    const at = this.asked();
    return at ? (this.pictures()[at.picture]?.words[at.word] ?? null) : null;
  });
  /** What the word, or the word with its neighbour, is likeliest to mean. */
  protected readonly likely = computed(() => {
    const [w, c] = [this.word(), this.knowledge.catalogue()];
    return w && c ? likeliestNames(w.text, c) : [];
  });
  protected readonly unsure = computed(() =>
    this.pictures().flatMap((p, picture) =>
      p.words.flatMap((w, word) => (w.unsure ? [{ picture, word, text: w.text }] : [])),
    ),
  );
  /** The word as it stands on the picture, enlarged, with what is beside it. */
  protected readonly crop = computed(() => {
    const at = this.asked();
    const p = at && this.pictures()[at.picture];
    const w = this.word();
    if (!p || !w) return null;
    const [x, y, , h] = w.box;
    const by = TALL_px / Math.max(6, h);
    return {
      ...p,
      place: {
        width: `${p.width * by}px`,
        height: `${p.height * by}px`,
        left: `${BESIDE_px - x * by}px`,
        top: `${(CROP_px - TALL_px) / 2 - y * by}px`,
      },
    };
  });
  protected at(p: Shown, [x, y, w, h]: PictureWord['box']): Record<string, string> {
    const share = (part: number, of: number): string => `${(100 * part) / of}%`;
    return {
      left: share(x, p.width),
      top: share(y, p.height),
      width: share(w, p.width),
      height: share(h, p.height),
    };
  }
  protected async take(field: HTMLInputElement): Promise<void> {
    const files = [...(field.files ?? [])];
    field.value = '';
    await this.readAll(files);
  }
  /** Dropped here, or pasted anywhere while this is open; what is no picture is left to others. */
  protected async drop(e: DragEvent | ClipboardEvent): Promise<void> {
    this.over.set(false);
    const from = 'dataTransfer' in e ? e.dataTransfer : e.clipboardData;
    const files = [...(from?.files ?? [])].filter((f) => f.type.startsWith('image/'));
    if (!files.length) return;
    e.preventDefault();
    await this.readAll(files);
  }
  protected drag(e: DragEvent, over: boolean): void {
    if (over && ![...(e.dataTransfer?.types ?? [])].includes('Files')) return;
    e.preventDefault();
    this.over.set(over);
  }
  /** One after the other, in the order in which they were chosen. */
  private async readAll(files: readonly Blob[]): Promise<void> {
    this.asking?.abort();
    const asking = (this.asking = new AbortController());
    for (const [i, file] of files.entries()) {
      if (asking.signal.aborted) return;
      this.turn.set({ n: i + 1, of: files.length });
      await this.readOne(file, asking.signal);
    }
  }
  protected leave(): void {
    this.asking?.abort();
    this.busy.set(false);
  }
  private async readOne(file: Blob, left: AbortSignal): Promise<void> {
    this.busy.set(true);
    this.said.set(null);
    const own = navigator.language.slice(0, 2).toLowerCase();
    const languages = [...new Set([...(READS.includes(own) ? [own] : []), ...READS])].join(',');
    try {
      const a = await this.api.call<Read>('POST', `/label/picture?lang=${languages}`, file, {}, left);
      if (left.aborted) return;
      // kept, whatever could be read of it
      this.pictured.emit(file);
      if (a.says) return this.said.set(a.says);
      const { words, width, height, tilt = 0 } = a;
      this.pictures.set([
        ...this.pictures(),
        { file, src: URL.createObjectURL(file), words, width, height, ...within(width, height, tilt) },
      ]);
      if (a.nearer) this.said.set('Its print is small on this picture. Read it with care, or take one nearer.');
      if (a.incomplete)
        this.said.set('It took too long: only a part was read. Come nearer, or take one side of it at a time.');
      this.tell();
      this.next();
    } catch (x) {
      if (!left.aborted)
        this.said.set(x instanceof Refused ? x.detail : 'The picture cannot be read. Take it again, or type it.');
    } finally {
      if (!left.aborted) this.busy.set(false);
    }
  }
  /** The picture of which a part is chosen. */
  protected readonly cutting = signal<string | null>(null);
  /** Only a part of it counts from now on; what was read of the whole is gone. */
  protected async cut(part: Part): Promise<void> {
    const whole = this.pictures().find((p) => p.src === this.cutting());
    this.cutting.set(null);
    if (!whole) return;
    const file = await cutOut(whole.file, part);
    this.pictures.set(this.pictures().filter((p) => p !== whole));
    URL.revokeObjectURL(whole.src);
    this.asked.set(null);
    await this.readAll([file]);
    this.tell();
  }
  protected ask(picture: number, word: number): void {
    this.asked.set({ picture, word });
    this.field.setValue(this.word()?.text ?? '');
  }
  /** The word is so; the next one that is open comes up. */
  protected right(text: string): void {
    const at = this.asked();
    const said = text.trim();
    if (!at || !said) return;
    const mark = /[,.;:]+$/.exec(this.word()?.text ?? '')?.[0] ?? '';
    const whole = mark && !/[,.;:]$/.test(said) ? said + mark : said;
    this.pictures.set(
      this.pictures().map((p, i) =>
        i === at.picture
          ? {
              ...p,
              words: p.words.map((w, n) => (n === at.word ? { ...w, text: whole, unsure: false, why: null } : w)),
            }
          : p,
      ),
    );
    this.tell();
    this.next();
  }
  /** The person has looked at all of it. */
  protected allRight(): void {
    this.pictures.set(
      this.pictures().map((p) => ({ ...p, words: p.words.map((w) => ({ ...w, unsure: false, why: null })) })),
    );
    this.asked.set(null);
    this.tell();
  }
  private next(): void {
    const first = this.unsure()[0];
    if (first) this.ask(first.picture, first.word);
    else this.asked.set(null);
  }
  private tell(): void {
    this.open.set(this.unsure().length);
    this.read.emit(
      this.pictures()
        .map((p) => textOfWords(p.words))
        .join('\n'),
    );
  }
}

/** A picture that was turned to be read lies in a larger one: how wide it is in it, and by how much it is turned. */
function within(width: number, height: number, tilt: number): { share: number; turn: string } {
  const [cos, sin] = [Math.cos((tilt * Math.PI) / 180), Math.abs(Math.sin((tilt * Math.PI) / 180))];
  const own = (width * cos - height * sin) / (cos * cos - sin * sin);
  return { share: own / width, turn: `translate(-50%, -50%) rotate(${-tilt}deg)` };
}
