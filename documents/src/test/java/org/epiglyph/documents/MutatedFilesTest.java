package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Documents of every kind with bytes changed, cut, duplicated and exchanged, at random from a seed: each yields pages
 * or a reason within its time limit, and the next is still read. Documents from Debian packages are included if
 * installed.
 */
class MutatedFilesTest {
    private static final int FILES = Integer.getInteger("epiglyph.torture.files", 240);
    private static final long SEED = Long.getLong("epiglyph.torture.seed", 21);
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final List<String> KINDS = List.of("pdf", "png", "jpg", "gif", "tif", "txt", "md", "html", "csv",
            "rtf", "xlsx",
            "docx", "odt", "svg", "java");
    @TempDir
    private Path folder;
    private final Random random = new Random(SEED);

    private enum End {
        PAGES, REASON, LOCKED
    }

    private static byte[] zip(Map<String, String> parts) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, String> part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private static byte[] picture(String format) throws IOException {
        BufferedImage image = new BufferedImage(60, 40, BufferedImage.TYPE_INT_RGB);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, format, bytes);
        return bytes.toByteArray();
    }

    private static Map<String, List<byte[]>> seeds() throws IOException {
        Map<String, List<byte[]>> seeds = new LinkedHashMap<>();
        KINDS.forEach(kind -> seeds.put(kind, new ArrayList<>()));
        for (boolean compressed : new boolean[]{true, false}) {
            try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
                document.addPage(new PDPage());
                document.addPage(new PDPage());
                document.save(out, compressed
                        ? org.apache.pdfbox.pdfwriter.compress.CompressParameters.DEFAULT_COMPRESSION
                        : org.apache.pdfbox.pdfwriter.compress.CompressParameters.NO_COMPRESSION);
                seeds.get("pdf").add(out.toByteArray());
            }
        }
        for (String format : List.of("png", "jpg", "gif", "tif")) {
            seeds.get(format).add(picture(format));
        }
        seeds.get("txt").add("Tide and time, \u03a9 and \u05d0.\nAgain.\n".getBytes(StandardCharsets.UTF_8));
        seeds.get("java").add("class A { int x = 1; }\n".getBytes(StandardCharsets.UTF_8));
        seeds.get("md").add("# Tides\n\n> *one*\n\n| a | b |\n|---|---|\n| 1 | 2 |\n".getBytes(StandardCharsets.UTF_8));
        seeds.get("html")
                .add("<table><tr><td colspan=2>a<td>b</table><ul><li>c<p dir=rtl>d".getBytes(StandardCharsets.UTF_8));
        seeds.get("csv").add("a;b;\"c\nd\"\n1;2;3\n".getBytes(StandardCharsets.UTF_8));
        seeds.get("svg")
                .add("<svg xmlns='http://www.w3.org/2000/svg'><rect width='9' height='9'/></svg>"
                        .getBytes(StandardCharsets.UTF_8));
        seeds.get("rtf")
                .add("{\\rtf1\\ansi{\\fonttbl{\\f0 Serif;}}\\b Tide\\b0\\par{\\field{\\*\\fldinst PAGE}{\\fldrslt 1}}}"
                        .getBytes(StandardCharsets.US_ASCII));
        try (XSSFWorkbook workbook = new XSSFWorkbook(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            workbook.createSheet("Tides").createRow(0).createCell(0).setCellFormula("1+1");
            workbook.write(out);
            seeds.get("xlsx").add(out.toByteArray());
        }
        seeds.get("docx")
                .add(zip(Map.of("[Content_Types].xml",
                        "<Types xmlns='http://schemas.openxmlformats.org/package/2006/content-types'><Override PartName='/word/document.xml' ContentType='application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml'/></Types>",
                        "_rels/.rels",
                        "<Relationships xmlns='http://schemas.openxmlformats.org/package/2006/relationships'><Relationship Id='r1' Type='http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument' Target='word/document.xml'/></Relationships>",
                        "word/document.xml",
                        "<w:document xmlns:w='http://schemas.openxmlformats.org/wordprocessingml/2006/main'><w:body><w:p><w:r><w:t>Tide.</w:t></w:r></w:p></w:body></w:document>")));
        seeds.get("odt")
                .add(zip(Map.of("mimetype", "application/vnd.oasis.opendocument.text", "content.xml",
                        "<office:document-content xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0' xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0'><office:body><office:text><text:p>Tide.</text:p></office:text></office:body></office:document-content>")));
        installed(seeds);
        return seeds;
    }

    /** Documents that are part of installed system packages. */
    private static void installed(Map<String, List<byte[]>> seeds) throws IOException {
        for (String place : List.of("/usr/share/doc", "/usr/share/cups", "/usr/share/pixmaps")) {
            if (Files.isDirectory(Path.of(place))) {
                try (Stream<Path> all = Files.walk(Path.of(place), 4)) {
                    for (Path file : all.filter(Files::isRegularFile)
                            .filter(f -> f.toFile().length() < 200_000)
                            .limit(4000)
                            .toList()) {
                        String name = file.toString().toLowerCase(Locale.ROOT);
                        List<byte[]> kind = seeds.get(name.substring(name.lastIndexOf('.') + 1));
                        if (kind != null && kind.size() < 12 && Files.isReadable(file)) {
                            kind.add(Files.readAllBytes(file));
                        }
                    }
                } catch (java.io.UncheckedIOException e) {
                    continue; // an unreadable folder is skipped
                }
            }
        }
    }

    private byte[] mutated(byte[] seed) {
        byte[] bytes = seed.clone();
        for (int change = random.nextInt(6); change >= 0 && bytes.length > 2; change--) {
            int at = random.nextInt(bytes.length);
            int length = Math.min(bytes.length - at, 1 + random.nextInt(16));
            switch (random.nextInt(6)) {
                case 0 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
                case 1 -> bytes = java.util.Arrays.copyOf(bytes, at + 1);
                case 2 -> {
                    byte[] more = java.util.Arrays.copyOf(bytes, bytes.length + length);
                    System.arraycopy(bytes, at, more, at + length, bytes.length - at);
                    bytes = more;
                }
                case 3 -> {
                    for (int i = 0; i < length; i++) {
                        bytes[at + i] = (byte) random.nextInt(256);
                    }
                }
                case 4 -> {
                    for (int i = 0; i < length; i++) {
                        bytes[at + i] = (byte) '9';
                    }
                }
                default -> System.arraycopy(bytes, random.nextInt(bytes.length - length + 1), bytes, at, length);
            }
        }
        return bytes;
    }

    @Test
    void everyFileYieldsPagesOrAReasonInTime() throws Exception {
        System.setProperty("epiglyph.office", "none");
        Map<String, List<byte[]>> seeds = seeds();
        Map<End, Integer> ends = new EnumMap<>(End.class);
        Duration longest = Duration.ZERO;
        try (IntakeProcess intake = new IntakeProcess("-Xmx384m", Optional.of(PATIENCE))) {
            for (int i = 0; i < FILES; i++) {
                String kind = KINDS.get(i % KINDS.size());
                List<byte[]> of = seeds.get(kind);
                byte[] bytes = mutated(of.get(random.nextInt(of.size())));
                Path file = Files.write(folder.resolve("file." + kind), bytes);
                long began = System.nanoTime();
                Pages pages = intake.examine(file, folder.resolve("made/pages.pdf"));
                Duration took = Duration.ofNanos(System.nanoTime() - began);
                longest = took.compareTo(longest) > 0 ? took : longest;
                assertThat(took).as("file %s of seed %s (%s)", i, SEED, kind).isLessThan(PATIENCE.plusSeconds(8));
                ends.merge(switch (pages) {
                    case Pages.Ready ready -> {
                        marked(ready, file, i);
                        yield End.PAGES;
                    }
                    case Pages.Locked _ -> End.LOCKED;
                    case Pages.None(Message reason) -> {
                        assertThat(reason.text()).as("file %s of seed %s", i, SEED).endsWith(".");
                        yield End.REASON;
                    }
                    case Pages.Awaited() -> throw new AssertionError("undecided");
                }, 1, Integer::sum);
            }
        } finally {
            System.clearProperty("epiglyph.office");
        }
        System.out.println(
                FILES + " mutated files, seed " + SEED + ": " + ends + ", longest " + longest.toMillis() + " ms");
        assertThat(ends.getOrDefault(End.PAGES, 0)).isPositive();
        assertThat(ends.getOrDefault(End.REASON, 0)).isPositive();
    }

    /** If there are pages, they can be rendered, and marked completely or refused with a message. */
    private void marked(Pages.Ready ready, Path file, int number) throws IOException {
        Path source = ready.rendition().isEmpty() ? file : folder.resolve("made/pages.pdf");
        try (OpenDocument open = OpenDocument.open(source)) {
            assertThat(open.pageCount()).as("file %s of seed %s", number, SEED).isEqualTo(ready.count());
            open.render(0, 0.2);
        } catch (Problem e) {
            assertThat(e.getMessage()).endsWith(".");
        }
        try {
            MarkedPdf.write(source, folder,
                    List.of(new Stamp(new Head("t", new PageRef("d", 0), Ink.MADDER, 0, Remark.NONE),
                            Sign.TICK, new PagePoint(20, 20), 20)),
                    new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "", Instant.EPOCH),
                    folder.resolve("made/marked.pdf"));
        } catch (Problem e) {
            assertThat(e.getMessage()).endsWith(".");
        }
    }
}
