package jordfell.server.intake;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.oned.Code128Writer;
import com.google.zxing.qrcode.QRCodeWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.print.PrintedText;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.springframework.stereotype.Component;

/** Draws labels for the bench: what a box is for, its MAC as Code 128, and a QR code with the MAC or the claim code. */
@Component
class BenchLabels {

    private static final int COLUMNS = 3;
    private static final int ROWS = 8;
    private static final float MARGIN = 24;
    private static final float PAD = 8;
    private static final float QR = 54;
    private static final float BAR_HEIGHT = 18;

    /**
     * One label.
     *
     * @param code what the codes hold: the MAC's twelve digits or the claim code's eight
     */
    record Label(String title, String person, String number, String address, String code, String site) {}

    private final Jdbc jdbc;

    BenchLabels(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    byte[] ofBatch(long batchId) {
        return draw(jdbc.list("""
                select d.label, d.mac, d.claim_code, s.name site, coalesce(min(p.name), '') person,
                       coalesce(listagg(e.number, ', ') within group (order by l.position), '') numbers
                from device d join site s on s.id = d.site_id join model m on m.id = d.model_id
                left join line l on l.device_id = d.id left join extension e on e.id = l.extension_id
                left join person p on p.id = e.person_id
                where d.batch_id = ? and m.kind <> 'SOFTPHONE'
                group by d.id, d.label, d.mac, d.claim_code, s.name order by d.id""", BenchLabels::label, batchId));
    }

    /** The sheet's bytes: A4, three labels wide and eight high. */
    static byte[] draw(List<Label> labels) {
        try (PDDocument document = new PDDocument();
                InputStream font = PrintedText.font();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            PDFont type = PrintedText.load(document, font);
            int perPage = COLUMNS * ROWS;
            for (int from = 0; from == 0 || from < labels.size(); from += perPage) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream pen = new PDPageContentStream(document, page)) {
                    for (int i = from; i < Math.min(labels.size(), from + perPage); i++) {
                        draw(pen, type, labels.get(i), i - from);
                    }
                }
            }
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void draw(PDPageContentStream pen, PDFont font, Label label, int place) throws IOException {
        float width = (PDRectangle.A4.getWidth() - 2 * MARGIN) / COLUMNS;
        float height = (PDRectangle.A4.getHeight() - 2 * MARGIN) / ROWS;
        float left = MARGIN + place % COLUMNS * width;
        int row = place / COLUMNS;
        float top = PDRectangle.A4.getHeight() - MARGIN - row * height;
        pen.setStrokingColor(0.8f);
        pen.addRect(left, top - height, width, height);
        pen.stroke();
        float text = left + PAD;
        float room = width - 3 * PAD - QR;
        PrintedText.write(pen, font, 10.5f, label.title(), text, top - 18, room);
        PrintedText.write(pen, font, 8f, label.person(), text, top - 30, room);
        PrintedText.write(pen, font, 10.5f, label.number(), text, top - 44, room);
        PrintedText.write(pen, font, 7f, label.site(), text, top - 54, room);
        PrintedText.write(pen, font, 8f, label.address(), text, top - height + PAD, width - 2 * PAD);
        bars(pen, label.code(), text, top - height + PAD + 10, width - 2 * PAD);
        qr(pen, label.code(), left + width - PAD - QR, top - PAD - QR);
    }

    private static void bars(PDPageContentStream pen, String code, float x, float y, float width) throws IOException {
        boolean[] bars = new Code128Writer().encode(code.toUpperCase(Locale.ROOT));
        float step = width / bars.length;
        for (int i = 0; i < bars.length; i++) {
            if (bars[i]) {
                pen.addRect(x + i * step, y, step, BAR_HEIGHT);
            }
        }
        pen.fill();
    }

    private static void qr(PDPageContentStream pen, String code, float x, float y) throws IOException {
        try {
            BitMatrix matrix = new QRCodeWriter().encode(code, BarcodeFormat.QR_CODE, 0, 0);
            float step = QR / matrix.getWidth();
            for (int row = 0; row < matrix.getHeight(); row++) {
                for (int column = 0; column < matrix.getWidth(); column++) {
                    if (matrix.get(column, row)) {
                        pen.addRect(x + column * step, y + QR - (row + 1) * step, step, step);
                    }
                }
            }
            pen.fill();
        } catch (WriterException e) {
            throw new IllegalStateException("eight or twelve digits fit into every QR code", e);
        }
    }

    private static Label label(Row row) throws java.sql.SQLException {
        String mac = row.textIfAny("mac").orElse("");
        String claim = row.textIfAny("claim_code").orElse("");
        return new Label(
                row.text("label"),
                row.text("person"),
                row.text("numbers"),
                mac.isEmpty()
                        ? "claim " + new ClaimCode(claim)
                        : MacAddress.of(mac).toString(),
                mac.isEmpty() ? claim : mac,
                row.text("site"));
    }
}
