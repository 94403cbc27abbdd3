package org.epiglyph.demo;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.text.Normalizer;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.places.FolderTree;

/** Creates the record office's data folder and the marker's own files: scheme and phrasebook. */
public final class DemoWorld {
    /** The task's id at the record office. */
    public static final String TASK = "tidal-heights";
    private static final Instant DUE = Instant.parse("2026-03-13T18:00:00Z");
    private static final long SEED = 1797;
    private static final String TITLE = "Tidal heights workbook";
    private final ObjectMapper json = new ObjectMapper();
    private final Path files;
    private final List<Map<String, Object>> submissions = new ArrayList<>();

    private DemoWorld(Path files) {
        this.files = files;
    }

    /**
     * Creates the world, unless it exists.
     *
     * @param office the record office's data folder
     * @param shelf  the marker's folder of batches
     */
    public static void make(Path office, Path shelf) throws IOException {
        Path done = office.resolve("tasks").resolve(TASK);
        if (!Files.exists(done)) {
            Path growing = office.resolve("tasks-growing").resolve(TASK);
            new DemoWorld(growing.resolve("files")).writeTask(growing);
            Files.createDirectories(done.getParent());
            Files.move(growing, done, StandardCopyOption.ATOMIC_MOVE);
            Files.delete(growing.getParent());
        }
        copy("mark-scheme.csv", shelf.resolve("mark schemes").resolve(TITLE + ".csv"));
        copy("phrasebook.csv", shelf.resolve("phrasebooks").resolve("Tides and Passage Planning.csv"));
    }

    private static void copy(String resource, Path target) throws IOException {
        if (!Files.exists(target)) {
            Files.createDirectories(target.getParent());
            try (var in = DemoWorld.class.getResourceAsStream(resource)) {
                Files.copy(in, target);
            }
        }
    }

    private void writeTask(Path folder) throws IOException {
        Files.createDirectories(files);
        List<ClassList.Member> members = ClassList.members();
        for (int i = 0; i < members.size(); i++) {
            submit(i, members.get(i));
        }
        Map<String, Object> task = new LinkedHashMap<>();
        task.put("sourcedId", TASK);
        task.put("module", "Tides and Passage Planning");
        task.put("title", TITLE);
        try (var in = DemoWorld.class.getResourceAsStream("instructions.txt")) {
            task.put("description", new String(in.readAllBytes(), StandardCharsets.UTF_8).strip());
        }
        task.put("dueDate", DUE.toString());
        task.put("zone", "Europe/London");
        task.put("resultValueMax", new BigDecimal("32"));
        json.writerWithDefaultPrettyPrinter()
                .writeValue(folder.resolve("roster.json").toFile(), members.stream().map(DemoWorld::person).toList());
        json.writerWithDefaultPrettyPrinter().writeValue(folder.resolve("submissions.json").toFile(), submissions);
        json.writerWithDefaultPrettyPrinter().writeValue(folder.resolve("task.json").toFile(), task);
    }

    private static Map<String, String> person(ClassList.Member member) {
        Map<String, String> person = new LinkedHashMap<>();
        person.put("sourcedId", member.sourcedId());
        person.put("givenName", member.givenName());
        person.put("familyName", member.familyName());
        person.put("section", member.section());
        person.put("email", member.sourcedId().toLowerCase(Locale.ROOT) + "@students.kestrelpoint.example");
        return person;
    }

    private void twice(ClassList.Member member, Instant at, Workbook workbook) throws IOException {
        add(member, 1, at, "", typed(member, 1,
                new Workbook(new Random(SEED), Set.of(Workbook.Slip.ADDS_DRYING)), 2, false, false));
        add(member, 2, at.plus(Duration.ofMinutes(30)), "Please take this one; I had added the drying height.",
                typed(member, 2, workbook, 3, false, false));
    }

    /** Hands in for the student with this number: most hand in a typed workbook, some do not. */
    private void submit(int number, ClassList.Member member) throws IOException {
        Random random = new Random(SEED + number);
        Instant at = DUE.minus(Duration.ofMinutes(40 + random.nextInt(4000)));
        Workbook workbook = new Workbook(random, slips(number));
        if (number == 6 || number == 19) {
            workbook.borrowing(); // a passage for whoever compares the class
        }
        submit(number, member, workbook, random, at);
    }

    private void submit(int number, ClassList.Member member, Workbook workbook, Random random, Instant at)
            throws IOException {
        switch (number) {
            case 9, 20 -> {
                return; // nothing handed in
            }
            case 4, 16 -> add(member, 1, at, "", handwrittenPdf(member, workbook, random));
            case 11 -> add(member, 1, at, "The scanner was out of order, so these are photographs.",
                    handwrittenJpegs(member, workbook, random));
            case 7 -> {
                List<String> both = new ArrayList<>(typed(member, 1, workbook, 2, false, false));
                both.addAll(typedSketch(member, workbook));
                add(member, 1, at, "The landscape sheet goes with question 3.", both);
            }
            case 14 -> twice(member, at, workbook);
            case 5 -> add(member, 1, DUE.plus(Duration.ofMinutes(7)), "The upload hung at six sharp.",
                    typed(member, 1, workbook, 2, false, false));
            case 22 -> add(member, 1, DUE.plus(Duration.ofHours(51)), "I was at sea until Sunday.",
                    typed(member, 1, workbook, 4, false, false));
            case 2 -> add(member, 1, at, "", typed(member, 1, workbook, 3, true, false));
            case 17 ->
                add(member, 1, at, "Page 3 came out sideways, sorry.", typed(member, 1, workbook, 3, false, true));
            case 0 -> add(member, 1, DUE.minus(Duration.ofHours(5)), "I redid question 2 after the tutorial.",
                    typed(member, 1, workbook, 2, false, false));
            default -> add(member, 1, at, "", typed(member, 1, workbook, 2 + random.nextInt(5), false, false));
        }
    }

    private static Set<Workbook.Slip> slips(int number) {
        EnumSet<Workbook.Slip> slips = EnumSet.noneOf(Workbook.Slip.class);
        Workbook.Slip[] all = Workbook.Slip.values();
        if (number % 4 != 1) {
            slips.add(all[number % all.length]);
        }
        if (number % 5 == 3) {
            slips.add(all[(number + 2) % all.length]);
        }
        return slips;
    }

    private void add(ClassList.Member member, int handIn, Instant at, String message, List<String> names) {
        Map<String, Object> submission = new LinkedHashMap<>();
        submission.put("student", member.sourcedId());
        submission.put("handIn", handIn);
        submission.put("handedInAt", at.toString());
        submission.put("message", message);
        submission.put("files", names);
        submissions.add(submission);
    }

    private List<String> typed(ClassList.Member member, int handIn, Workbook workbook, int pages, boolean landscape,
            boolean turned) throws IOException {
        String name = fileName(member, handIn, "workbook.pdf");
        try (TypedPages typed = new TypedPages(landscape)) {
            typed.write(member.name(), member.sourcedId(), workbook, landscape ? List.of(2, 3) : List.of(3));
            for (int page = 3; page <= pages && !landscape; page++) {
                typed.appendix("Afterthought " + (page - 2), AFTERTHOUGHTS.subList(0, 1 + page % AFTERTHOUGHTS.size()));
            }
            if (turned) {
                typed.turnLastPage();
            }
            typed.save(files.resolve(name));
        }
        return List.of(name);
    }

    private List<String> typedSketch(ClassList.Member member, Workbook workbook) throws IOException {
        String name = fileName(member, 1, "second sheet.pdf");
        try (TypedPages typed = new TypedPages(true)) {
            typed.write(member.name(), member.sourcedId(), workbook, List.of());
            typed.save(files.resolve(name));
        }
        return List.of(name);
    }

    private List<String> handwrittenPdf(ClassList.Member member, Workbook workbook, Random random) throws IOException {
        String name = fileName(member, 1, "scan.pdf");
        HandwrittenPages.pdf(new HandwrittenPages(random).pages(member.name(), workbook), files.resolve(name));
        return List.of(name);
    }

    private List<String> handwrittenJpegs(ClassList.Member member, Workbook workbook, Random random)
            throws IOException {
        List<String> names = new ArrayList<>();
        int page = 0;
        for (var image : new HandwrittenPages(random).pages(member.name(), workbook)) {
            String name = fileName(member, 1, "page " + ++page + ".jpg");
            Files.write(files.resolve(name), HandwrittenPages.jpeg(image));
            names.add(name);
        }
        return names;
    }

    /**
     * The office's convention: key, number of the hand-in, family name without accents if it has Latin letters, the
     * student's own file name.
     */
    private static String fileName(ClassList.Member member, int handIn, String own) {
        String plain = Normalizer.normalize(member.familyName(), Normalizer.Form.NFD).replaceAll("[^A-Za-z]", "");
        return member.sourcedId() + "_h" + handIn + "_" + (plain.isEmpty() ? "" : plain + "_") + own;
    }

    private static final List<String> AFTERTHOUGHTS = List.of(
            "Checking with the tide table for the standard port gave a height within a hand's breadth of mine, which is as good as the rule promises.",
            "The rule of twelfths takes the tide for an even curve. Where the flood stands, as it does in some harbours, it is not, and I would use the port's own curve.",
            "If the engine should stop on the bar I would want the tide to be rising under me. That is why I would not cross in the last hour before high water.",
            "I have drawn the depth at the time asked on the curve, so that one sees at a glance how much water is still to come.");

    /** Writes the class's files as one zip archive, for collecting from files. */
    public static void zip(Path office, Path target) throws IOException {
        Path folder = office.resolve("tasks").resolve(TASK).resolve("files");
        try (OutputStream out = Files.newOutputStream(target); ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Path file : FolderTree.entries(folder)) {
                ZipEntry entry = new ZipEntry(file.getFileName().toString());
                entry.setTime(DUE.toEpochMilli());
                zip.putNextEntry(entry);
                Files.copy(file, zip);
                zip.closeEntry();
            }
        }
    }
}
