package jordfell.server.handoff;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.util.ArrayList;
import java.util.List;

/** Draws QR codes (ISO/IEC 18004) for a screen to show. */
final class QrCode {

    private QrCode() {}

    /** The text as rows of a code, 1 for dark. */
    static List<String> rows(String text) {
        try {
            BitMatrix matrix = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0);
            List<String> rows = new ArrayList<>();
            for (int y = 0; y < matrix.getHeight(); y++) {
                StringBuilder row = new StringBuilder();
                for (int x = 0; x < matrix.getWidth(); x++) {
                    row.append(matrix.get(x, y) ? '1' : '0');
                }
                rows.add(row.toString());
            }
            return rows;
        } catch (WriterException e) {
            throw new IllegalStateException("a link fits into a QR code", e);
        }
    }
}
