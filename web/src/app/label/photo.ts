import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, effect, inject, model, signal } from '@angular/core';
import { HouseholdApi, Refused } from '../household/api';

/** Longest edge that is kept, in pixels: small print stays readable, the store stays small. */
const EDGE = 1800;

/** A picture as JPEG within the edge, base64. Done in the page: the original never leaves it. */
export async function shrink(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, EDGE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL('image/jpeg', 0.85).split(',')[1]!;
}

/** A photo of the label, kept with the household and nowhere else. */
@Component({
  selector: 'dt-label-photo',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './photo.html',
  styleUrl: './photo.scss',
})
export class LabelPhoto {
  /** Id of the kept picture. */
  readonly photo = model<string | null>(null);
  private readonly api = inject(HouseholdApi);
  protected readonly shown = signal<string | null>(null);
  protected readonly said = signal<string | null>(null);
  private held: string | null = null;

  constructor() {
    effect(() => {
      const id = this.photo();
      if (!id) this.shown.set(null);
      else if (id !== this.held) void this.show(id);
    });
  }
  private async show(id: string): Promise<void> {
    try {
      const f = await this.api.call<{ type: string; bytes: string }>('GET', `/files/${id}`);
      this.shown.set(`data:${f.type};base64,${f.bytes}`);
    } catch {
      this.said.set('The photo cannot be shown just now.');
    }
  }
  protected async take(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (file) await this.keep(file);
  }
  /** The picture that the label was read off, where none is kept yet. */
  async pictured(file: Blob): Promise<void> {
    if (!this.photo()) await this.keep(file);
  }
  private async keep(file: Blob & { name?: string }): Promise<void> {
    this.said.set(null);
    try {
      const bytes = await shrink(file);
      const kept = await this.api.call<{ id: string }>('POST', '/files', {
        name: (file.name ?? 'label.jpg').slice(0, 200),
        type: 'image/jpeg',
        bytes,
      });
      this.held = kept.id;
      this.shown.set(`data:image/jpeg;base64,${bytes}`);
      this.photo.set(kept.id);
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'This is no picture that can be read. Take a JPEG, PNG or WebP.');
    }
  }
}
