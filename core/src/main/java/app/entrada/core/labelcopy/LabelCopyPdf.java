package app.entrada.core.labelcopy;

import app.entrada.core.text.Transliteration;
import com.lowagie.text.Chunk;
import com.lowagie.text.Document;
import com.lowagie.text.Element;
import com.lowagie.text.Font;
import com.lowagie.text.PageSize;
import com.lowagie.text.Paragraph;
import com.lowagie.text.Phrase;
import com.lowagie.text.Rectangle;
import com.lowagie.text.pdf.BaseFont;
import com.lowagie.text.pdf.ColumnText;
import com.lowagie.text.pdf.PdfPCell;
import com.lowagie.text.pdf.PdfPTable;
import com.lowagie.text.pdf.PdfPageEventHelper;
import com.lowagie.text.pdf.PdfTemplate;
import com.lowagie.text.pdf.PdfWriter;
import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Draws a label copy: A4, the release's facts and running order first, then what belongs to each track. Letters that the
 * typeface lacks are transliterated in brackets.
 */
public final class LabelCopyPdf {
    private static final Color INK = new Color(0x1D2733);
    private static final Color QUIET = new Color(0x566170);
    private static final Color LINE = new Color(0xC9C2B3);
    private static final float MARGIN = 48;

    private final BaseFont plain = font("LiberationSans-Regular");
    private final BaseFont bold = font("LiberationSans-Bold");
    private final BaseFont serif = font("LiberationSerif-Bold");
    private final BaseFont mono = font("LiberationMono-Regular");

    /** Has the letters that the shipped typefaces lack; null where the machine has none. */
    private final @Nullable BaseFont further;

    private boolean lacking;
    private Map<String, String> forms = Map.of();

    private LabelCopyPdf(Optional<Path> typeface) {
        further = typeface.map(LabelCopyPdf::typeface).orElse(null);
    }

    private static BaseFont typeface(Path file) {
        try {
            return BaseFont.createFont(
                    file.getFileName().toString(),
                    BaseFont.IDENTITY_H,
                    BaseFont.EMBEDDED,
                    true,
                    Files.readAllBytes(file),
                    null);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    private static BaseFont font(String name) {
        String path = "/liberation/" + name + ".ttf";
        try (InputStream in = LabelCopyPdf.class.getResourceAsStream(path)) {
            if (in == null) throw new IllegalStateException("the typeface is missing: " + path);
            return BaseFont.createFont(
                    name + ".ttf", BaseFont.IDENTITY_H, BaseFont.EMBEDDED, true, in.readAllBytes(), null);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /**
     * The paper.
     *
     * @param made the day it is made, which stands in its foot
     * @param typeface a file in TrueType with letters beyond Latin, Greek and Cyrillic, where the machine has one
     * @return a PDF
     */
    public static byte[] of(LabelCopy copy, LocalDate made, Optional<Path> typeface) {
        return new LabelCopyPdf(typeface).draw(copy, made);
    }

    private byte[] draw(LabelCopy copy, LocalDate made) {
        forms = copy.latin();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Document paper = new Document(PageSize.A4, MARGIN, MARGIN, MARGIN, MARGIN + 14);
        PdfWriter writer = PdfWriter.getInstance(paper, out);
        writer.setPageEvent(new Foot(copy, made));
        paper.addTitle("Label copy: " + copy.title());
        paper.open();
        paper.add(paragraph(copy.title(), serif, 22, INK, 2));
        paper.add(paragraph(copy.artists(), bold, 12, INK, 12));
        paper.add(facts(copy));
        paper.add(order(copy));
        for (LabelCopy.LabelCopyLine track : copy.tracks()) if (!track.more().isEmpty()) paper.add(track(track));
        if (lacking)
            paper.add(paragraph(
                    "Some titles and names are transliterated: no font for their script was available when this was made.",
                    plain,
                    8.5f,
                    QUIET,
                    0));
        paper.close();
        return out.toByteArray();
    }

    private Paragraph paragraph(String text, BaseFont face, float size, Color colour, float after) {
        Paragraph paragraph = new Paragraph(phrase(text, face, size, colour));
        paragraph.setSpacingAfter(after);
        return paragraph;
    }

    /** The text in this typeface, letters that it lacks in the further one; without that, in Latin letters. */
    private Phrase phrase(String text, BaseFont face, float size, Color colour) {
        String shown = complete(text, face) ? text : latin(text);
        lacking |= !shown.equals(text);
        Phrase phrase = new Phrase();
        phrase.setLeading(size * 1.3f);
        StringBuilder run = new StringBuilder();
        BaseFont of = face;
        for (int c : shown.codePoints().toArray()) {
            BaseFont next = face.charExists(c) || further == null ? face : further;
            if (next != of && run.length() > 0) {
                phrase.add(new Chunk(run.toString(), new Font(of, size, Font.NORMAL, colour)));
                run.setLength(0);
            }
            of = next;
            run.appendCodePoint(c);
        }
        phrase.add(new Chunk(run.toString(), new Font(of, size, Font.NORMAL, colour)));
        return phrase;
    }

    private boolean complete(String text, BaseFont face) {
        return text.codePoints().allMatch(c -> face.charExists(c) || further != null && further.charExists(c));
    }

    /** The text with what is given in Latin letters in its place; of the rest, what can be read for certain. */
    private String latin(String text) {
        String shown = text;
        for (Map.Entry<String, String> given : forms.entrySet())
            shown = shown.replace(given.getKey(), given.getValue());
        return Transliteration.ascii(shown);
    }

    private PdfPTable facts(LabelCopy copy) {
        PdfPTable table = new PdfPTable(new float[] {1.1f, 2, 1.1f, 2});
        table.setWidthPercentage(100);
        table.setSpacingAfter(16);
        int cells = 0;
        for (Map.Entry<String, String> fact : copy.facts().entrySet()) {
            table.addCell(cell(phrase(fact.getKey(), plain, 8.5f, QUIET), Element.ALIGN_LEFT));
            table.addCell(cell(phrase(fact.getValue(), plain, 9.5f, INK), Element.ALIGN_LEFT));
            cells++;
        }
        if (cells % 2 == 1) for (int i = 0; i < 2; i++) table.addCell(cell(new Phrase(""), Element.ALIGN_LEFT));
        return table;
    }

    private PdfPTable order(LabelCopy copy) {
        PdfPTable table = new PdfPTable(new float[] {0.5f, 5, 0.8f, 1.9f});
        table.setWidthPercentage(100);
        table.setHeaderRows(1);
        table.setSpacingAfter(14);
        for (String head : new String[] {"№", "Title", "Time", "ISRC"}) {
            PdfPCell cell = cell(
                    phrase(head, plain, 8.5f, QUIET), head.equals("Time") ? Element.ALIGN_RIGHT : Element.ALIGN_LEFT);
            cell.setBorderColorBottom(INK);
            table.addCell(cell);
        }
        for (LabelCopy.LabelCopyLine track : copy.tracks()) {
            table.addCell(cell(phrase(track.place(), bold, 9.5f, INK), Element.ALIGN_LEFT));
            Phrase title = new Phrase(13);
            title.add(phrase(track.title(), bold, 9.5f, INK));
            if (!track.artists().isEmpty()) title.add(phrase("  " + track.artists(), plain, 9.5f, QUIET));
            table.addCell(cell(title, Element.ALIGN_LEFT));
            table.addCell(cell(phrase(track.time(), mono, 9, INK), Element.ALIGN_RIGHT));
            table.addCell(cell(phrase("  " + track.isrc(), mono, 9, INK), Element.ALIGN_LEFT));
        }
        return table;
    }

    private PdfPTable track(LabelCopy.LabelCopyLine track) {
        PdfPTable table = new PdfPTable(new float[] {1.2f, 5});
        table.setWidthPercentage(100);
        table.setSpacingAfter(7);
        table.setKeepTogether(true);
        PdfPCell head = cell(phrase(track.place() + "   " + track.title(), bold, 9.5f, INK), Element.ALIGN_LEFT);
        head.setColspan(2);
        table.addCell(head);
        track.more().forEach((name, value) -> {
            table.addCell(bare(phrase(name, plain, 8, QUIET)));
            table.addCell(bare(phrase(value, plain, 8.5f, INK)));
        });
        return table;
    }

    private static PdfPCell cell(Phrase phrase, int align) {
        PdfPCell cell = new PdfPCell(phrase);
        cell.setBorder(Rectangle.BOTTOM);
        cell.setBorderColor(LINE);
        cell.setBorderWidth(0.5f);
        cell.setPadding(3);
        cell.setPaddingLeft(0);
        cell.setHorizontalAlignment(align);
        return cell;
    }

    private static PdfPCell bare(Phrase phrase) {
        PdfPCell cell = new PdfPCell(phrase);
        cell.setBorder(Rectangle.NO_BORDER);
        cell.setPadding(1);
        cell.setPaddingLeft(0);
        return cell;
    }

    /** What it is, when it was made, and which page of how many. */
    private final class Foot extends PdfPageEventHelper {
        private final String text;
        private @Nullable PdfTemplate pages;

        Foot(LabelCopy copy, LocalDate made) {
            String number = copy.facts().getOrDefault("Catalogue no.", copy.title());
            text = "Label copy · %s · %s".formatted(number, made);
        }

        @Override
        public void onOpenDocument(PdfWriter writer, Document paper) {
            pages = writer.getDirectContent().createTemplate(30, 12);
        }

        /** How many pages there are, filled in at the end. */
        private PdfTemplate pages() {
            return Objects.requireNonNull(pages, "the document was opened");
        }

        @Override
        public void onEndPage(PdfWriter writer, Document paper) {
            String page = "page %d of ".formatted(writer.getPageNumber());
            float right = paper.right() - 14;
            ColumnText.showTextAligned(
                    writer.getDirectContent(), Element.ALIGN_LEFT, phrase(text, plain, 8, QUIET), paper.left(), 34, 0);
            ColumnText.showTextAligned(
                    writer.getDirectContent(), Element.ALIGN_RIGHT, phrase(page, plain, 8, QUIET), right, 34, 0);
            writer.getDirectContent().addTemplate(pages(), right, 34);
        }

        @Override
        public void onCloseDocument(PdfWriter writer, Document paper) {
            ColumnText.showTextAligned(
                    pages(),
                    Element.ALIGN_LEFT,
                    phrase(String.valueOf(writer.getPageNumber() - 1), plain, 8, QUIET),
                    0,
                    0,
                    0);
        }
    }
}
