package org.epiglyph.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionJavaScript;

/**
 * A class whose passage plans arrived by mail, in every form: one archive with a sheet of unusual columns, misspelt
 * names, two students with the same name, an archive within the archive, office files, photographs, a locked and a
 * broken file.
 */
public final class MixedClass {
    /** Opens the locked document of the class. */
    public static final String PASSWORD = "ebb";
    private static final Instant AT = Instant.parse("2026-04-17T14:00:00Z");
    private static final String[] GIVEN = {"Amaru", "Beatriz", "Chidi", "Dagny", "Eszter", "Farid", "Gwen", "Hinemoa",
            "Ilse", "Jomo",
            "Katarzyna", "Lowri", "Mirza", "Noor", "Olu", "Petra", "Rangi", "Sunniva", "Tadeo", "Ulla"};
    private static final String[] FAMILY = {"Achterberg", "Bakewell", "Castelnau", "Dunmore", "Eriksdatter", "Fonoti",
            "Grünwald",
            "Hargreaves", "Iwasaki", "Janáček", "Kaplan", "Llewellyn", "Mbeki-Stone", "Nordahl", "O'Sullivan",
            "Petrescu", "Quispe",
            "Rautio", "Szabó", "Tremblay"};
    private final List<ClassList.Member> members;
    private final byte[] pdf;
    private final ZipOutputStream zip;

    private MixedClass(List<ClassList.Member> members, ZipOutputStream zip) throws IOException {
        this.members = members;
        this.zip = zip;
        this.pdf = plan("A student of the class", 3);
    }

    /**
     * Writes the archive "Passage plans.zip" and the sheet "Passage plans.csv" into a folder, unless they exist.
     *
     * @param students how many, 26 or more; those beyond the demo's own class have names combined from two lists
     */
    public static void make(Path folder, int students) throws IOException {
        Path archive = folder.resolve("Passage plans.zip");
        if (Files.exists(archive)) {
            return;
        }
        Files.createDirectories(folder);
        List<ClassList.Member> members = members(students);
        Path growing = folder.resolve("growing.zip");
        try (OutputStream out = Files.newOutputStream(growing); ZipOutputStream zip = new ZipOutputStream(out)) {
            new MixedClass(members, zip).write();
        }
        Files.writeString(folder.resolve("Passage plans.csv"), sheet(members));
        Files.move(growing, archive);
    }

    private static List<ClassList.Member> members(int students) {
        List<ClassList.Member> members = new ArrayList<>(ClassList.members());
        for (int i = 0; members.size() < students; i++) {
            members.add(new ClassList.Member("K-" + (5000 + 3 * i), GIVEN[i % GIVEN.length],
                    FAMILY[(i / GIVEN.length + i) % FAMILY.length] + (i >= 400 ? " " + FAMILY[i % 7] : ""),
                    "Section " + (char) ('A' + i % 6)));
        }
        return members;
    }

    private static String sheet(List<ClassList.Member> members) {
        StringBuilder sheet = new StringBuilder(
                "\uFEFFKestrel Point School of Seamanship;;;;;;;;;\r\nPassage plan, as of 17.4.2026;;;;;;;;;\r\n\r\n"
                        + "Record key;Family name;Given name;Section;Status;Extension;Points;Out of;Comment;Last changed\r\n");
        for (ClassList.Member m : members) {
            sheet.append(String.join(";", m.sourcedId(), m.familyName(), m.givenName(), m.section(), "enrolled",
                    m.sourcedId().equals("K-4436") ? "24.4.2026 18:00" : "", "", "20,0", "", "1.4.2026 09:00"))
                    .append("\r\n");
        }
        return sheet.toString();
    }

    private void write() throws IOException {
        for (int i = 0; i < members.size(); i++) {
            write(i, members.get(i));
        }
        besideTheWork();
    }

    private void write(int i, ClassList.Member m) throws IOException {
        String usual = m.givenName().isEmpty() ? m.familyName() : m.familyName() + ", " + m.givenName();
        switch (i) {
            case 1 -> entry("Bao Nguyen - passage plan.pdf", pdf);
            case 2 -> entry(usual + " - passage plan.docx", docx(PROSE));
            case 3 -> entry("Papadaki, Danae - passage plan.pdf", pdf);
            case 4 -> entry(usual + " - plan, photographed.jpg", photo(m));
            case 5 -> entry("Thorgilsdotir, Freya - passage plan.pdf", pdf);
            case 6 -> entry(usual + " - passage plan.md", text(MARKDOWN));
            case 7 -> entry(usual + " - all of it.zip", inner());
            case 8 ->
                entry(usual + " - waypoints.csv", text("leg,course,distance\n1,215,4.5\n2,248,11.0\n3,190,2.5\n"));
            case 9 -> entry("Sequeira, Joana - passage plan.pdf", pdf);
            case 11 -> entry("Fischer, Lena - passage plan.pdf", pdf);
            case 12 -> entry("Fischer, Lena - my plan.pdf", plan("Lena Fischer", 2));
            case 14 -> entry("Bergstrom, Nils - passage plan.pdf", pdf);
            case 15 -> entry(usual + " - passage plan.pdf", locked());
            case 16 -> entry(usual + " - passage plan.pdf", java.util.Arrays.copyOf(pdf, pdf.length / 3));
            case 17 -> entry("Voegeli, Quirin - tides.py", text(CODE));
            case 20, 22 -> {
                // nothing handed in
            }
            case 21 -> entry(usual + " - passage plan.txt", text(PROSE));
            case 24 -> entry(usual + " - passage plan.pdf", withScript());
            default -> entry(usual + " - passage plan.pdf", i < 26 ? plan(m.name(), 2 + i % 3) : pdf);
        }
    }

    /** Files that are in such folders and belong to nobody. */
    private void besideTheWork() throws IOException {
        entry("scan0001.pdf", plan("", 1));
        entry("The task.txt",
                text("Plan the passage from Kestrel Point to the fairway buoy and back within one tide.\n"));
        entry(".DS_Store", text("nothing"));
        entry("../../outside.pdf", pdf);
    }

    private void entry(String name, byte[] bytes) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(AT.toEpochMilli());
        zip.putNextEntry(entry);
        zip.write(bytes);
        zip.closeEntry();
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] plan(String name, int questions) throws IOException {
        Path file = Files.createTempFile("plan", ".pdf");
        try (TypedPages typed = new TypedPages(false)) {
            typed.write(name, "", new Workbook(new Random(questions), EnumSet.noneOf(Workbook.Slip.class)),
                    List.of(questions));
            typed.save(file);
            return Files.readAllBytes(file);
        } finally {
            Files.delete(file);
        }
    }

    private static byte[] photo(ClassList.Member m) throws IOException {
        Random random = new Random(4);
        Workbook workbook = new Workbook(random, EnumSet.noneOf(Workbook.Slip.class));
        return HandwrittenPages.jpeg(new HandwrittenPages(random).pages(m.name(), workbook).getFirst());
    }

    private byte[] inner() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream within = new ZipOutputStream(bytes)) {
            for (String name : List.of("plan.pdf", "chart work/notes.txt")) {
                ZipEntry entry = new ZipEntry(name);
                entry.setTime(AT.toEpochMilli());
                within.putNextEntry(entry);
                within.write(name.endsWith("pdf") ? pdf : text(PROSE));
                within.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private byte[] locked() throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            StandardProtectionPolicy policy = new StandardProtectionPolicy("the owner", PASSWORD,
                    new AccessPermission());
            policy.setEncryptionKeyLength(128);
            document.protect(policy);
            document.save(out);
            return out.toByteArray();
        }
    }

    private byte[] withScript() throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            document.getDocumentCatalog().setOpenAction(new PDActionJavaScript("app.alert('Mark me well')"));
            document.save(out);
            return out.toByteArray();
        }
    }

    /** The smallest package that office programs accept as a document (ECMA-376-1, 11.2 and ECMA-376-2). */
    private static byte[] docx(String text) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            part(out, "[Content_Types].xml",
                    "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Override PartName=\"/word/document.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml\"/></Types>");
            part(out, "_rels/.rels",
                    "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"r1\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument\" Target=\"word/document.xml\"/></Relationships>");
            StringBuilder body = new StringBuilder();
            for (String line : text.split("\n")) {
                body.append("<w:p><w:r><w:t>").append(line).append("</w:t></w:r></w:p>");
            }
            part(out, "word/document.xml",
                    "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>"
                            + body
                            + "</w:body></w:document>");
        }
        return bytes.toByteArray();
    }

    private static void part(ZipOutputStream out, String name, String xml) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(AT.toEpochMilli());
        out.putNextEntry(entry);
        out.write(text("<?xml version=\"1.0\" encoding=\"UTF-8\"?>" + xml));
        out.closeEntry();
    }

    private static final String PROSE = """
            Passage plan, Kestrel Point to the fairway buoy
            We leave the berth two hours after low water, when the rule of twelfths gives us three twelfths of the range over the bar.
            The course to steer over the bar is 248 true; the stream sets us to the north by a knot, so we steer 12 degrees to the south of it.
            If the swell is over a metre and a half we wait inside the point for the next hour.
            """;
    private static final String MARKDOWN = """
            # Passage plan

            | leg | course | distance |
            |---|---|---|
            | over the bar | 248 | 1.5 M |
            | to the buoy | 215 | 4.0 M |

            The **least depth** is on the bar, *two hours* after low water.
            """;
    private static final String CODE = """
            # Height of tide by the rule of twelfths
            TWELFTHS = [1, 2, 3, 3, 2, 1]


            def height(low, spring_range, hours):
                whole = sum(TWELFTHS[:int(hours)])
                part = TWELFTHS[int(hours)] * (hours - int(hours)) if hours < 6 else 0
                return low + spring_range * (whole + part) / 12  # the curve is taken for even, which it is not everywhere on this coast


            print(height(0.8, 4.2, 2.5))
            """;
}
