import QRCode from 'qrcode';
import { useEffect, useState, type ReactNode } from 'react';

const WIDTH_PX = 220;

/** A text as a square that a camera reads. @param label what it is, for whoever cannot see it */
export function QrCode({ text, label }: { readonly text: string; readonly label: string }): ReactNode {
  const [image, setImage] = useState<string | null>(null);
  useEffect(() => {
    let isShown = true;
    void QRCode.toDataURL(text, { margin: 2, width: WIDTH_PX }).then((made) => {
      if (isShown) setImage(made);
    });
    return () => {
      isShown = false;
    };
  }, [text]);
  return image && <img src={image} alt={label} width={WIDTH_PX} height={WIDTH_PX} />;
}
