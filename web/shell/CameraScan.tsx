import { wrap } from 'comlink';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { t } from '../lib/speech.ts';
import { codeIn, type NoCamera, whyNoCamera } from '../state/scannedCode.ts';
import { Stop } from '../ui/Refusal.tsx';
import type { Qr } from '../workers/qr.worker.ts';

/** A picture is looked at so often: a hand is no faster. */
const EVERY_MS = 150;
/** Its longer side, in pixels: enough for a code that fills a quarter of it. */
const SIDE = 640;

const WHY: () => Record<NoCamera, { reason: string; remedy: string }> = () => ({
  insecure: {
    reason: t('No camera: this page came over plain HTTP, where browsers give none.'),
    remedy: t(
      'Use a scanner that types, or type the code. Over HTTPS, or on the shop’s own machine, the camera works.',
    ),
  },
  none: {
    reason: t('This device has no camera.'),
    remedy: t('Use a scanner that types, or type the code.'),
  },
  refused: {
    reason: t('The camera was refused.'),
    remedy: t('Allow it for this address in the browser, or type the code.'),
  },
  busy: {
    reason: t('The camera can’t be started.'),
    remedy: t('Close what else uses it, or type the code.'),
  },
});

/** The camera as a scanner: the first code of the shop's that it sees is heard. It says why where there is none. */
export function CameraScan({ heard }: { heard: (code: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const { not, other } = useCamera(video, heard);
  if (not) return <Stop {...WHY()[not]} />;
  return (
    <figure>
      <video
        ref={video}
        aria-label={t('What the camera sees')}
        className="aspect-square w-full bg-ink object-cover"
        playsInline
        muted
      />
      <figcaption role="status" className="pt-2 text-base">
        {other
          ? t('That code is none of this shop’s.')
          : t('Hold the code of a label in front of the camera.')}
      </figcaption>
    </figure>
  );
}

function useCamera(video: RefObject<HTMLVideoElement | null>, heard: (code: string) => void) {
  const [not, setNot] = useState<NoCamera | null>(null);
  const [other, setOther] = useState(false);
  const latest = useRef(heard);
  useEffect(() => {
    latest.current = heard;
  });
  useEffect(() => {
    let over = false;
    let stream: MediaStream | null = null;
    let timer = 0;
    const worker = new Worker(new URL('../workers/qr.worker.ts', import.meta.url), { type: 'module' });
    const qr = wrap<Qr>(worker);
    const look = async () => {
      const picture = video.current && pictureOf(video.current);
      const text = picture ? await qr.read(picture.width, picture.height, picture.data) : null;
      if (over) return;
      const code = text === null ? null : codeIn(text);
      if (code) return latest.current(code);
      if (text !== null) setOther(true);
      timer = window.setTimeout(() => void look(), EVERY_MS);
    };
    const start = async () => {
      if (!navigator.mediaDevices?.getUserMedia) return setNot(whyNoCamera(null, window.isSecureContext));
      try {
        stream = await navigator.mediaDevices.getUserMedia({
          video: { facingMode: 'environment' },
          audio: false,
        });
        if (over || !video.current) return;
        video.current.srcObject = stream;
        await video.current.play();
        await look();
      } catch (error) {
        if (!over) setNot(whyNoCamera(error as Error, window.isSecureContext));
      }
    };
    void start().finally(() => over && end());
    const end = () => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    return () => {
      over = true;
      window.clearTimeout(timer);
      worker.terminate();
      end();
    };
  }, [video]);
  return { not, other };
}

/** What a camera shows just now, small enough to be read at once; null before it shows anything. */
function pictureOf(video: HTMLVideoElement): ImageData | null {
  const { videoWidth, videoHeight } = video;
  if (videoWidth === 0 || videoHeight === 0) return null;
  const scale = Math.min(1, SIDE / Math.max(videoWidth, videoHeight));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(videoWidth * scale);
  canvas.height = Math.round(videoHeight * scale);
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) return null;
  pen.drawImage(video, 0, 0, canvas.width, canvas.height);
  return pen.getImageData(0, 0, canvas.width, canvas.height);
}
