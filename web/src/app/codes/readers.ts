import { from, Observable, type Subscriber } from 'rxjs';
import type { Decoder } from './decoder';
import { Steady } from './steady';

/** One way in for codes: a camera, a picture, the fingers, or the reader that only acts as one. */
export interface CodeReader {
  /** The codes as they are read. It fails with a sentence that says what to do; left alone, it lets go of what it holds. */
  codes(): Observable<string>;
}

/** Longest edge of what is looked at, px: bars of a pack held near stay some pixels wide, and a look stays short. */
const LOOK_px = 960;
const PICTURE_px = 2000;
/** Between two looks of a camera, ms. */
const REST_ms = 60;

function pixels(source: CanvasImageSource, width: number, height: number, edge: number): ImageData {
  const scale = Math.min(1, edge / Math.max(width, height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
  const brush = canvas.getContext('2d', { willReadFrequently: true })!;
  brush.drawImage(source, 0, 0, canvas.width, canvas.height);
  return brush.getImageData(0, 0, canvas.width, canvas.height);
}

/** Why a camera does not open, by the names of W3C Media Capture and Streams, 10.2.1, and what to do. */
const TROUBLE: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The camera is not allowed here. Allow it beside the address above, or take a picture, or type the figures.',
  NotFoundError: 'This machine has no camera. Take a picture with another, or type the figures under the bars.',
  NotReadableError: 'Another program holds the camera. Close that, or take a picture, or type the figures.',
};
const NO_CAMERA =
  'A page may use the camera only on this machine itself or over https. A picture does as well, and so do the figures.';
const troubleOf = (e: unknown): Error =>
  new Error(
    TROUBLE[(e as { name?: string }).name ?? ''] ?? 'The camera does not open. Take a picture, or type the figures.',
  );

/** The camera of a phone, looking backwards where there are two; what it sees is shown in `video`. */
export class CameraReader implements CodeReader {
  constructor(
    private readonly video: HTMLVideoElement,
    private readonly decoder: Decoder,
  ) {}
  codes(): Observable<string> {
    return new Observable((says) => {
      let stream: MediaStream | null = null;
      void this.run(says, (s) => (stream = s)).catch((e: unknown) => says.error(e));
      return () => {
        stream?.getTracks().forEach((t) => t.stop());
        this.video.srcObject = null;
      };
    });
  }
  private async run(says: Subscriber<string>, holds: (stream: MediaStream) => void): Promise<void> {
    // absent where the page is not secure
    if (!navigator.mediaDevices) throw new Error(NO_CAMERA);
    const want = { video: { facingMode: 'environment', width: { ideal: 1280 } } };
    const stream = await navigator.mediaDevices.getUserMedia(want).catch((e: unknown) => Promise.reject(troubleOf(e)));
    holds(stream);
    if (says.closed) return stream.getTracks().forEach((t) => t.stop());
    this.video.srcObject = stream;
    await this.video.play();
    const steady = new Steady();
    while (!says.closed) {
      const { videoWidth: width, videoHeight: height } = this.video;
      if (width) {
        const texts = await this.decoder.textsIn(pixels(this.video, width, height, LOOK_px));
        for (const text of steady.look(texts, performance.now())) says.next(text);
      }
      await new Promise((go) => setTimeout(go, REST_ms));
    }
  }
}

/** Pictures that were taken before, or dropped here. */
export class PictureReader implements CodeReader {
  constructor(
    private readonly files: readonly Blob[],
    private readonly decoder: Decoder,
  ) {}
  codes(): Observable<string> {
    return from(this.read());
  }
  private async *read(): AsyncGenerator<string> {
    for (const file of this.files) {
      const picture = await createImageBitmap(file).catch(() =>
        Promise.reject(new Error('This is no picture that can be read. Take a JPEG, PNG or WebP.')),
      );
      const texts = await this.decoder.textsIn(pixels(picture, picture.width, picture.height, PICTURE_px));
      picture.close();
      if (!texts.length) throw new Error('No code is seen there. Take it nearer, flatter and with more light.');
      yield* texts;
    }
  }
}

/** A text as it comes: typed by a person, by a reader on a wire, or held out by the reader that only acts as one. */
export class GivenReader implements CodeReader {
  constructor(private readonly texts: readonly string[]) {}
  codes(): Observable<string> {
    return from(this.texts.filter((t) => t.trim() !== ''));
  }
}
