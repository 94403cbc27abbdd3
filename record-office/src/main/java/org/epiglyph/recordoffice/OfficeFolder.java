package org.epiglyph.recordoffice;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The office's data folder.
 *
 * <pre>
 * token                           the bearer token, for the owner only
 * tasks/ID/task.json              one task
 * tasks/ID/roster.json            its class
 * tasks/ID/submissions.json       who handed in what and when
 * tasks/ID/files/...              the files
 * tasks/ID/visible                exists while results are visible to students
 * tasks/ID/answers.json           what students wrote after a hand-back
 * tasks/ID/records/STUDENT/       record.json, allowance.json and the documents handed back
 * tasks/ID/records/STUDENT/was/   records of earlier versions
 * </pre>
 */
final class OfficeFolder {
    private static final int LONGEST_NAME = 200;
    private static final String SAFE = "[A-Za-z0-9][A-Za-z0-9._-]{0,80}";
    private final ObjectMapper json = new ObjectMapper().registerModule(new JavaTimeModule())
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .enable(SerializationFeature.INDENT_OUTPUT);
    private final Path root;
    private final Clock clock;

    OfficeFolder(Path root, Clock clock) {
        this.root = root;
        this.clock = clock;
    }

    ObjectMapper json() {
        return json;
    }

    /** The bearer token; created on first use, readable by the owner only. */
    synchronized String token() throws IOException {
        Path file = root.resolve("token");
        if (!Files.exists(file)) {
            byte[] bytes = new byte[24];
            new SecureRandom().nextBytes(bytes);
            Files.createDirectories(root);
            if (Files.getFileStore(root).supportsFileAttributeView("posix")) {
                Files.createFile(file,
                        PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            }
            Files.writeString(file, HexFormat.of().formatHex(bytes));
        }
        return Files.readString(file).strip();
    }

    List<Shapes.Task> tasks() throws IOException {
        List<Shapes.Task> tasks = new ArrayList<>();
        Path folder = root.resolve("tasks");
        if (Files.isDirectory(folder)) {
            try (Stream<Path> all = Files.list(folder)) {
                for (Path task : all.filter(Files::isDirectory).sorted().toList()) {
                    try {
                        tasks.add(json.readValue(task.resolve("task.json").toFile(), Shapes.Task.class));
                    } catch (IOException e) {
                        System.err.println("The task in " + task + " cannot be read and is skipped");
                    }
                }
            }
        }
        return tasks;
    }

    Optional<Shapes.Task> task(String id) throws IOException {
        Path file = folder(id).resolve("task.json");
        return id.matches(SAFE) && Files.exists(file)
                ? Optional.of(json.readValue(file.toFile(), Shapes.Task.class))
                : Optional.empty();
    }

    List<Shapes.Person> roster(String task) throws IOException {
        return json.readValue(folder(task).resolve("roster.json").toFile(),
                new TypeReference<List<Shapes.Person>>() {});
    }

    List<Shapes.Submission> submissions(String task) throws IOException {
        return json.readValue(folder(task).resolve("submissions.json").toFile(),
                new TypeReference<List<Shapes.Submission>>() {});
    }

    Path files(String task) {
        return folder(task).resolve("files");
    }

    /** True if the student may see what the record holds. */
    boolean isVisible(String task, String student) {
        return Files.exists(record(folder(task), student).resolve("visible"));
    }

    synchronized void makeVisible(String task, String student, boolean visible) throws IOException {
        Path mark = record(folder(task), student).resolve("visible");
        if (visible) {
            Files.createDirectories(mark.getParent());
            Files.writeString(mark, "");
        } else {
            Files.deleteIfExists(mark);
        }
    }

    /** When the student first saw the current version of the record; empty if not yet. */
    Optional<Instant> opened(String task, String student) throws IOException {
        return opened(task, record(task, student));
    }

    /** When the student first saw a version. */
    synchronized Optional<Instant> opened(String task, Shapes.Held held) throws IOException {
        Path mark = version(task, held).resolve("opened");
        return held.version() > 0 && Files.exists(mark)
                ? Optional.of(Instant.parse(Files.readString(mark)))
                : Optional.empty();
    }

    /** Records that the student sees the current version of the record. */
    synchronized void open(String task, Shapes.Held held) throws IOException {
        Path mark = version(task, held).resolve("opened");
        if (!Files.exists(mark)) {
            Files.createDirectories(mark.getParent());
            Files.writeString(mark, clock.instant().toString());
        }
    }

    synchronized Shapes.Held record(String task, String student) throws IOException {
        Path file = record(folder(task), student).resolve("record.json");
        return Files.exists(file) ? json.readValue(file.toFile(), Shapes.Held.class) : Shapes.Held.empty(student);
    }

    /** A document handed back, if the record has one of that name. */
    Optional<Path> document(String task, String student, String name) throws IOException {
        Shapes.Held held = record(task, student);
        boolean known = held.documents().stream().anyMatch(d -> d.name().equals(name));
        return known ? Optional.of(version(task, held).resolve(name)) : Optional.empty();
    }

    /** A document being uploaded. */
    record Incoming(String name, InputStream bytes) {}

    /** Puts a new version into the record, atomically. */
    synchronized Shapes.Held put(String task, String student, Shapes.Sent sent, List<Incoming> documents, String key)
            throws IOException {
        Shapes.Held before = record(task, student);
        Shapes.Held after = new Shapes.Held(student, before.version() + 1, sent.score(), sent.scoreStatus(),
                clock.instant(), sent.comment(), List.of(),
                "R-" + task + "-" + student + "-" + (before.version() + 1), key, sent.amendment());
        Path folder = version(task, after);
        Files.createDirectories(folder);
        List<Shapes.StoredDocument> stored = new ArrayList<>();
        for (Incoming document : documents) {
            stored.add(store(folder, document, stored));
        }
        Shapes.Held complete = new Shapes.Held(student, after.version(), after.score(), after.scoreStatus(),
                after.scoreDate(), after.comment(), stored,
                after.receipt(), key, sent.amendment());
        if (before.version() > 0) {
            write(before, record(folder(task), student).resolve("was").resolve(before.version() + ".json"));
        }
        write(complete, record(folder(task), student).resolve("record.json"));
        return complete;
    }

    private void write(Object value, Path file) throws IOException {
        Files.createDirectories(file.getParent());
        Path beside = file.resolveSibling(file.getFileName() + ".part");
        json.writeValue(beside.toFile(), value);
        move(beside, file);
    }

    /** All versions of a record, oldest first. */
    synchronized List<Shapes.Held> versions(String task, String student) throws IOException {
        Shapes.Held now = record(task, student);
        List<Shapes.Held> all = new ArrayList<>();
        for (int version = 1; version < now.version(); version++) {
            Path file = record(folder(task), student).resolve("was").resolve(version + ".json");
            if (Files.exists(file)) {
                all.add(json.readValue(file.toFile(), Shapes.Held.class));
            }
        }
        if (now.version() > 0) {
            all.add(now);
        }
        return all;
    }

    synchronized Shapes.Allowance allowance(String task, String student) throws IOException {
        Path file = record(folder(task), student).resolve("allowance.json");
        return Files.exists(file) ? json.readValue(file.toFile(), Shapes.Allowance.class) : Shapes.Allowance.NONE;
    }

    synchronized void allow(String task, String student, Shapes.Allowance allowance) throws IOException {
        write(allowance, record(folder(task), student).resolve("allowance.json"));
    }

    /** What students wrote after a hand-back, oldest first. */
    synchronized List<Shapes.Answer> answers(String task) throws IOException {
        Path file = folder(task).resolve("answers.json");
        return Files.exists(file)
                ? json.readValue(file.toFile(), new TypeReference<List<Shapes.Answer>>() {})
                : List.of();
    }

    synchronized void answer(String task, String student, Integer remark, String text) throws IOException {
        List<Shapes.Answer> all = new ArrayList<>(answers(task));
        all.add(new Shapes.Answer("A-" + (all.size() + 1), student, remark, text, clock.instant(), null));
        write(all, folder(task).resolve("answers.json"));
    }

    /** Stores a reply; false if there is no such answer. */
    synchronized boolean reply(String task, String id, String text) throws IOException {
        List<Shapes.Answer> all = new ArrayList<>(answers(task));
        boolean known = all.stream().anyMatch(a -> a.id().equals(id));
        all.replaceAll(a -> a.id().equals(id)
                ? new Shapes.Answer(a.id(), a.student(), a.remark(), a.words(), a.at(), text)
                : a);
        if (known) {
            write(all, folder(task).resolve("answers.json"));
        }
        return known;
    }

    private Shapes.StoredDocument store(Path folder, Incoming document, List<Shapes.StoredDocument> before)
            throws IOException {
        String plain = document.name().replaceAll("[/\\\\\\p{Cntrl}]", "_");
        String wanted = plain.startsWith(".") ? "_" + plain : plain;
        String fitting = fitting(wanted);
        String name = before.stream().anyMatch(d -> d.name().equalsIgnoreCase(fitting))
                ? (before.size() + 1) + "_" + fitting
                : fitting;
        try (OutputStream out = new DigestOutputStream(Files.newOutputStream(folder.resolve(name)), sha256())) {
            long bytes = document.bytes().transferTo(out);
            String digest = HexFormat.of().formatHex(((DigestOutputStream) out).getMessageDigest().digest());
            return new Shapes.StoredDocument(name, digest, bytes);
        }
    }

    /** A name that file systems accept (common practice, no source: 255 bytes), with its extension. */
    private static String fitting(String name) {
        int dot = name.lastIndexOf('.');
        String ending = dot > 0 && name.length() - dot <= 10 ? name.substring(dot) : "";
        String stem = name.substring(0, name.length() - ending.length());
        while ((stem + ending).getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_NAME) {
            stem = stem.substring(0, stem.offsetByCodePoints(stem.length(), -1));
        }
        return stem.isEmpty() && ending.isEmpty() ? "document" : stem + ending;
    }

    private Path folder(String task) {
        return root.resolve("tasks").resolve(safe(task));
    }

    private Path version(String task, Shapes.Held held) {
        return record(folder(task), held.student()).resolve("v" + held.version());
    }

    private static Path record(Path task, String student) {
        return task.resolve("records").resolve(student.matches(SAFE) ? student : coded(student));
    }

    /** A folder name for a key that is not a valid name on every system. */
    private static String coded(String key) {
        return "key-" + HexFormat.of()
                .formatHex(sha256().digest(key.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                .substring(0, 32);
    }

    private static String safe(String part) {
        if (!part.matches(SAFE)) {
            throw new IllegalArgumentException("Not an id: " + part.replaceAll("[^\\p{Graph}]", "?"));
        }
        return part;
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void move(Path from, Path to) throws IOException {
        try {
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (AtomicMoveNotSupportedException e) {
            Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
        }
    }
}
