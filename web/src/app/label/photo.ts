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
  template: `
    <div class="photo">
      @if (shown(); as src) { <img [src]="src" alt="The label as it was photographed" /> }
      <div class="row"><label class="btn file">{{ photo() ? 'another photo' : 'photo of the label' }}<input type="file" accept="image/*" (change)="take($event)" /></label>@if (photo()) { <button class="link" type="button" (click)="photo.set(null)">without a photo</button> }</div>
      @if (said(); as s) { <p class="small warn" role="alert">{{ s }}</p> }
    </div>
  `,
  styles: `
    .photo { display: grid; gap: 8px; justify-items: start; } img { max-width: 100%; max-height: 220px; border-radius: 10px; border: 2px solid var(--zinc-2); } p { margin: 0; }
  `,
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
  protected async take(e: Event): Promise<void> {
    const field = e.target as HTMLInputElement;
    const file = field.files?.[0];
    if (!file) return;
    this.said.set(null);
    try {
      const bytes = await shrink(file);
      const kept = await this.api.call<{ id: string }>('POST', '/files', {
        name: file.name.slice(0, 200),
        type: 'image/jpeg',
        bytes,
      });
      this.held = kept.id;
      this.shown.set(`data:image/jpeg;base64,${bytes}`);
      this.photo.set(kept.id);
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'This is no picture that can be read. Take a JPEG, PNG or WebP.');
    } finally {
      field.value = '';
    }
  }
}
