package orchard.app.web;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;

/** A text as a QR code (ISO/IEC 18004), drawn as one SVG path. */
final class QrCode {

    private final BitMatrix modules;

    QrCode(String text) {
        try {
            modules = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0);
        } catch (WriterException e) {
            throw new IllegalArgumentException("too long for a QR code: " + text.length() + " letters", e);
        }
    }

    /** Modules along one side, the quiet zone among them. */
    public int size() {
        return modules.getWidth();
    }

    /** Path data: one unit square a dark module. */
    public String path() {
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < modules.getHeight(); y++) {
            for (int x = 0; x < modules.getWidth(); x++) {
                if (modules.get(x, y)) {
                    path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                }
            }
        }
        return path.toString();
    }
}
