import "server-only";
import QRCode from "qrcode";

/** A QR code of an address as SVG text; level M survives an oily thumb. */
export function labelQr(address: string): Promise<string> {
  return QRCode.toString(address, { type: "svg", errorCorrectionLevel: "M", margin: 2 });
}
