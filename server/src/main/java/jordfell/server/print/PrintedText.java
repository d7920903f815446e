package jordfell.server.print;

import java.io.IOException;
import java.io.InputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Text on printed sheets. */
public final class PrintedText {

    /** The font that ships with PDFBox; it knows the letters of all European languages. */
    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

    private PrintedText() {}

    /** The font's bytes, to be closed once the document is saved. */
    public static InputStream font() {
        InputStream font = PrintedText.class.getResourceAsStream(FONT);
        if (font == null) {
            throw new IllegalStateException(FONT + " is not on the class path");
        }
        return font;
    }

    public static PDFont load(PDDocument document, InputStream font) throws IOException {
        return PDType0Font.load(document, font);
    }

    /** Writes as much of the text as there is room for. */
    public static void write(
            PDPageContentStream pen, PDFont font, float size, String text, float x, float y, float room)
            throws IOException {
        String fitting = printable(font, text);
        while (!fitting.isEmpty() && font.getStringWidth(fitting) / 1000 * size > room) {
            fitting = fitting.substring(0, fitting.length() - 1);
        }
        pen.beginText();
        pen.setFont(font, size);
        pen.newLineAtOffset(x, y);
        pen.showText(fitting);
        pen.endText();
    }

    /** Letters that the font has not are question marks. */
    private static String printable(PDFont font, String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> {
            try {
                font.encode(Character.toString(c));
                out.appendCodePoint(c);
            } catch (IOException | IllegalArgumentException e) {
                out.append('?');
            }
        });
        return out.toString();
    }
}
