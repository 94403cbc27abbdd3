package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipFile;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.epiglyph.core.Message;

/** Detects the kind of a file by its content, and among kinds of text by its name, and converts it to pages. */
public final class Renditions {
    private static final Set<String> SOURCE_CODE = Set.of("java", "py", "c", "h", "cpp", "hpp", "cc", "cs", "js", "mjs",
            "ts", "jsx", "tsx", "r", "m", "jl", "sql", "sh", "bash", "rb", "go", "rs", "kt", "swift", "php", "pl", "hs",
            "ml", "scala", "lua", "pas", "f", "f90", "vb", "asm", "s", "css", "scss", "xml", "json", "yaml", "yml",
            "toml", "ini", "tex", "bib", "gradle", "cmake", "make", "svg");

    private Renditions() {}

    /** True for file names of source code. */
    public static boolean isSourceCode(String name) {
        return SOURCE_CODE.contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    /**
     * @param head   the file's first bytes
     * @param target where the PDF is written, if pages can be made
     * @return empty if the file is of a kind that cannot be converted
     */
    public static Optional<Rendition> make(Path file, byte[] head, Path target) throws IOException, Unreadable {
        if (startsWith(head, "PK\u0003\u0004")) {
            return ofPackage(file, target);
        }
        if (startsWith(head, "{\\rtf")) {
            return Optional.of(OfficePages.make(file, OfficePages.Kind.RTF, target));
        }
        if (isPostScript(head)) {
            return Optional.empty(); // its text is a program, not what the student wrote
        }
        Optional<Rendition> picture = PicturePages.make(file, target);
        if (picture.isPresent()) {
            return picture;
        }
        Optional<String> text = ReceivedText.of(file);
        return text.isEmpty() ? Optional.empty() : Optional.of(ofText(text.get(), ending(file), target));
    }

    private static boolean startsWith(byte[] head, String sign) {
        return new String(head, StandardCharsets.ISO_8859_1).startsWith(sign);
    }

    /** PostScript Language Reference, third edition, 3.2.1 and G; some printer drivers put an end of job before it. */
    private static boolean isPostScript(byte[] head) {
        return startsWith(head, "%!PS") || startsWith(head, "\u0004%!PS")
                || startsWith(head, "\u00C5\u00D0\u00D3\u00C6");
    }

    /** DOCX, ODT and XLSX are zip packages that declare what they are. */
    private static Optional<Rendition> ofPackage(Path file, Path target) throws IOException, Unreadable {
        String kind;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            kind = zip.getEntry("word/document.xml") != null
                    ? "docx"
                    : zip.getEntry("xl/workbook.xml") != null
                            ? "xlsx"
                            : zip.getEntry("content.xml") != null ? "odt" : "";
        } catch (IOException e) {
            throw new Unreadable(Message.of(Renditions.class, hasZipEnd(file) ? "broken" : "cutOff"), e);
        }
        return switch (kind) {
            case "docx" -> Optional.of(OfficePages.make(file, OfficePages.Kind.DOCX, target));
            case "odt" -> Optional.of(OfficePages.make(file, OfficePages.Kind.ODT, target));
            case "xlsx" -> Optional.of(TablePages.ofWorkbook(file, target));
            default -> Optional.empty();
        };
    }

    /** True if a zip's directory ends properly (APPNOTE.TXT 6.3.10, 4.3.16), which that of a truncated one does not. */
    private static boolean hasZipEnd(Path file) throws IOException {
        try (java.io.RandomAccessFile bytes = new java.io.RandomAccessFile(file.toFile(), "r")) {
            byte[] tail = new byte[(int) Math.min(bytes.length(), 22 + 65535)];
            bytes.seek(bytes.length() - tail.length);
            bytes.readFully(tail);
            return new String(tail, StandardCharsets.ISO_8859_1).contains("PK\u0005\u0006");
        }
    }

    private static Rendition ofText(String text, String ending, Path target) throws IOException, Unreadable {
        return switch (ending) {
            case "html", "htm", "xhtml" -> MarkupPages.make(text, "", target);
            case "md", "markdown" -> MarkupPages.make(html(text), "", target);
            case "csv", "tsv" -> TablePages.ofText(text, target);
            default -> TextPages.make(text, SOURCE_CODE.contains(ending), target);
        };
    }

    private static String html(String markdown) {
        List<org.commonmark.Extension> tables = List.of(TablesExtension.create());
        return HtmlRenderer.builder()
                .extensions(tables)
                .escapeHtml(true)
                .build()
                .render(Parser.builder().extensions(tables).build().parse(markdown));
    }

    private static String ending(Path file) {
        String name = file.getFileName().toString();
        return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    /** The kind of a file that cannot be converted, from its first bytes. */
    public static Message kind(byte[] head) {
        String sign = new String(head, StandardCharsets.ISO_8859_1);
        if (sign.startsWith("PK\u0003\u0004")) {
            return Message.of(Renditions.class, "zip");
        }
        if (sign.startsWith("\u00D0\u00CF\u0011\u00E0")) {
            return Message.of(Renditions.class, "oldOffice");
        }
        if (sign.startsWith("7z") || sign.startsWith("Rar!") || sign.startsWith("\u001F\u008B")) {
            return Message.of(Renditions.class, "archive");
        }
        if (sign.length() > 11 && sign.startsWith("ftyp", 4)) {
            return sign.startsWith("hei", 8) || sign.startsWith("mif1", 8)
                    ? Message.of(Renditions.class, "heif")
                    : Message.of(Renditions.class, "filmOrSound");
        }
        if (sign.startsWith("ID3") || sign.startsWith("OggS") || sign.startsWith("RIFF")) {
            return Message.of(Renditions.class, "soundOrFilm");
        }
        if (sign.startsWith("MZ") || sign.startsWith("\u007FELF")) {
            return Message.of(Renditions.class, "program");
        }
        if (isPostScript(head)) {
            return Message.of(Renditions.class, "postScript");
        }
        return Message.of(Renditions.class, "unknown");
    }

    /** The first bytes of a file. */
    public static byte[] head(Path file, int most) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return in.readNBytes(most);
        }
    }
}
