package orchard.app.paper;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/**
 * Sheets as files at true size: SVG 1.1 with lengths in millimetres, and PDF with the page's size in points of 1/72 inch. Ink is dark on
 * white, or light on black for a table that must not shine.
 */
public final class SheetPrinter {

    private static final double POINTS = 72 / 25.4;
    private static final double KAPPA = 0.5523;
    private static final PDFont BOLD = new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD);
    private static final PDFont PLAIN = new PDType1Font(Standard14Fonts.FontName.HELVETICA);

    private SheetPrinter() {}

    /** Width of a text whose letters have a size of 1. */
    public static double width(String text, boolean bold) {
        try {
            return (bold ? BOLD : PLAIN).getStringWidth(plain(text)) / 1000;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The letters that every PDF reader has; others become a question mark. */
    private static String plain(String text) {
        StringBuilder plain = new StringBuilder();
        for (char letter : text.replace('−', '-').toCharArray()) {
            boolean known = letter >= 0x20 && letter <= 0x7E
                    || letter >= 0xA1 && letter <= 0xFF
                    || "…›‹–—‘’“”•€".indexOf(letter) >= 0;
            plain.append(known ? letter : '?');
        }
        return plain.toString();
    }

    /** One sheet as SVG. */
    public static String svg(Sheet sheet, boolean dark) {
        String paper = dark ? "#000000" : "#ffffff";
        String ink = dark ? "#ffffff" : "#000000";
        StringBuilder out = new StringBuilder();
        out.append("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%smm\" height=\"%smm\" viewBox=\"0 0 %s %s\">\n"
                .formatted(n(sheet.width()), n(sheet.height()), n(sheet.width()), n(sheet.height())));
        out.append("<title>").append(escape(sheet.title())).append("</title>\n");
        out.append("<rect width=\"100%\" height=\"100%\" fill=\"").append(paper).append("\"/>\n");
        out.append("<g fill=\"none\" stroke=\"").append(ink).append("\" stroke-width=\"0.35\">\n");
        for (Sheet.Outline o : sheet.outlines()) {
            out.append(
                    o.round()
                            ? "<ellipse cx=\"%s\" cy=\"%s\" rx=\"%s\" ry=\"%s\"/>\n"
                                    .formatted(
                                            n(o.x() + o.width() / 2),
                                            n(o.y() + o.height() / 2),
                                            n(o.width() / 2),
                                            n(o.height() / 2))
                            : "<rect x=\"%s\" y=\"%s\" width=\"%s\" height=\"%s\" rx=\"1\"/>\n"
                                    .formatted(n(o.x()), n(o.y()), n(o.width()), n(o.height())));
        }
        out.append("</g>\n<g fill=\"")
                .append(ink)
                .append("\" font-family=\"Atkinson Hyperlegible Next, Helvetica, Arial, sans-serif\">\n");
        for (Sheet.Line line : sheet.lines()) {
            out.append("<text x=\"%s\" y=\"%s\" font-size=\"%s\"%s%s>%s</text>\n"
                    .formatted(
                            n(line.x()),
                            n(line.y()),
                            n(line.size()),
                            line.bold() ? " font-weight=\"700\"" : "",
                            line.fromLeft() ? "" : " text-anchor=\"middle\"",
                            escape(line.text())));
        }
        return out.append("</g>\n</svg>\n").toString();
    }

    private static String n(double number) {
        return String.format(Locale.ROOT, "%.2f", number);
    }

    private static String escape(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    /** All sheets as one PDF, a page each. */
    public static byte[] pdf(List<Sheet> sheets, boolean dark) {
        try (PDDocument document = new PDDocument()) {
            document.getDocumentInformation().setTitle(sheets.get(0).title());
            for (Sheet sheet : sheets) {
                float height = (float) (sheet.height() * POINTS);
                PDPage page = new PDPage(new PDRectangle((float) (sheet.width() * POINTS), height));
                document.addPage(page);
                try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                    draw(sheet, dark, out);
                }
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void draw(Sheet sheet, boolean dark, PDPageContentStream out) throws IOException {
        float ink = dark ? 1 : 0;
        double top = sheet.height();
        if (dark) {
            out.setNonStrokingColor(0f);
            out.addRect(0, 0, (float) (sheet.width() * POINTS), (float) (top * POINTS));
            out.fill();
        }
        out.setStrokingColor(ink);
        out.setNonStrokingColor(ink);
        out.setLineWidth(1);
        for (Sheet.Outline o : sheet.outlines()) {
            if (o.round()) {
                ellipse(o, top, out);
            } else {
                out.addRect(p(o.x()), p(top - o.y() - o.height()), p(o.width()), p(o.height()));
            }
            out.stroke();
        }
        for (Sheet.Line line : sheet.lines()) {
            double left = line.fromLeft() ? line.x() : line.x() - width(line.text(), line.bold()) * line.size() / 2;
            out.beginText();
            out.setFont(line.bold() ? BOLD : PLAIN, p(line.size()));
            out.newLineAtOffset(p(left), p(top - line.y()));
            out.showText(plain(line.text()));
            out.endText();
        }
    }

    private static float p(double millimetres) {
        return (float) (millimetres * POINTS);
    }

    private static void ellipse(Sheet.Outline o, double top, PDPageContentStream out) throws IOException {
        double x = o.x() + o.width() / 2;
        double y = top - o.y() - o.height() / 2;
        double rx = o.width() / 2;
        double ry = o.height() / 2;
        out.moveTo(p(x + rx), p(y));
        out.curveTo(p(x + rx), p(y + KAPPA * ry), p(x + KAPPA * rx), p(y + ry), p(x), p(y + ry));
        out.curveTo(p(x - KAPPA * rx), p(y + ry), p(x - rx), p(y + KAPPA * ry), p(x - rx), p(y));
        out.curveTo(p(x - rx), p(y - KAPPA * ry), p(x - KAPPA * rx), p(y - ry), p(x), p(y - ry));
        out.curveTo(p(x + KAPPA * rx), p(y - ry), p(x + rx), p(y - KAPPA * ry), p(x + rx), p(y));
    }
}
