package jordfell.server.templates;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyPlan;
import jordfell.server.print.PrintedText;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** Draws what stands beside a phone's keys, to be printed and cut out: one strip for each page of keys and each sidecar. */
final class KeyLabels {

    private static final float MARGIN = 36;
    private static final float STRIP = 150;
    private static final float GAP = 22;
    private static final float HEAD = 54;
    private static final float HIGHEST_ROW = 26;

    private KeyLabels() {}

    /** The bytes of an A4 sheet, or of more if the strips don't fit beside each other. */
    static byte[] draw(String device, String model, KeyBank bank, List<KeyPlan.Placed> keys) {
        try (PDDocument document = new PDDocument();
                InputStream font = PrintedText.font();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            PDFont type = PrintedText.load(document, font);
            int strips = bank.pages() * (bank.keys() > 0 ? 1 : 0) + bank.sidecars();
            int perSheet = (int) ((PDRectangle.A4.getWidth() - 2 * MARGIN + GAP) / (STRIP + GAP));
            for (int from = 0; from == 0 || from < strips; from += perSheet) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream pen = new PDPageContentStream(document, page)) {
                    float top = PDRectangle.A4.getHeight() - MARGIN;
                    PrintedText.write(pen, type, 12f, device, MARGIN, top - 10, 300);
                    PrintedText.write(pen, type, 9f, model, MARGIN, top - 24, 300);
                    for (int strip = from; strip < Math.min(strips, from + perSheet); strip++) {
                        strip(pen, type, bank, keys, strip, MARGIN + (strip - from) * (STRIP + GAP), top - HEAD);
                    }
                }
            }
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void strip(
            PDPageContentStream pen,
            PDFont font,
            KeyBank bank,
            List<KeyPlan.Placed> keys,
            int strip,
            float left,
            float top)
            throws IOException {
        boolean onPhone = strip < bank.pages() && bank.keys() > 0;
        int sidecar = onPhone ? 0 : strip - (bank.keys() > 0 ? bank.pages() : 0) + 1;
        int rows = onPhone ? bank.keys() : bank.sidecarKeys();
        float height = Math.min(HIGHEST_ROW, (top - MARGIN) / rows);
        PrintedText.write(pen, font, 8f, onPhone ? "Page " + (strip + 1) : "Sidecar " + sidecar, left, top + 6, STRIP);
        pen.setStrokingColor(0.7f);
        for (int row = 0; row < rows; row++) {
            int slot = row + 1;
            int page = onPhone ? strip + 1 : 1;
            float bottom = top - (row + 1) * height;
            pen.addRect(left, bottom, STRIP, height);
            pen.stroke();
            Optional<KeyPlan.Placed> key = keys.stream()
                    .filter(k -> k.place().sidecar() == sidecar
                            && k.place().page() == page
                            && k.place().slot() == slot)
                    .findFirst();
            if (key.isPresent()) {
                PrintedText.write(pen, font, 9f, key.get().label(), left + 6, bottom + height / 2 - 3, STRIP - 52);
                PrintedText.write(pen, font, 7f, key.get().target(), left + STRIP - 42, bottom + height / 2 - 3, 38);
            }
        }
    }
}
