package org.epiglyph.carrier;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.roster.Match;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;

/** What was understood of a batch before it is made: every file with its student or a question. Not safe for several threads. */
public final class CollectPlan implements AutoCloseable {
    private final Task task;
    private final Roster roster;
    private final List<Item> items;
    private final FileSource source;
    private final byte[] gradeSheet;
    private final Origin origin;
    private final AutoCloseable alsoClose;
    private final Map<String, Optional<StudentKey>> decisions = new HashMap<>();

    CollectPlan(Task task, Roster roster, List<Item> items, FileSource source, byte[] gradeSheet, Origin origin,
            AutoCloseable alsoClose) {
        this.task = task;
        this.roster = roster;
        this.items = List.copyOf(items);
        this.source = source;
        this.gradeSheet = gradeSheet.clone();
        this.origin = origin;
        this.alsoClose = alsoClose;
    }

    /**
     * One received file.
     *
     * @param file    where its bytes are
     * @param match   whose it is, as far as that is known
     * @param handIn  which hand-in it belongs to, from 1
     * @param at      when it was handed in, where that is known
     * @param message what the student wrote with it; may be empty
     */
    public record Item(ReceivedFile file, Match match, int handIn, Optional<Instant> at, String message) {
        public String path() {
            return file.path();
        }
    }

    public Task task() {
        return task;
    }

    public Roster roster() {
        return roster;
    }

    public List<Item> items() {
        return items;
    }

    /** Entries of the source that are not taken, with reasons. */
    public List<FileSource.Refusal> refusals() {
        return source.refusals();
    }

    byte[] gradeSheet() {
        return gradeSheet.clone();
    }

    Origin origin() {
        return origin;
    }

    /** The marker's decision about a file: a student, or set aside. */
    public void decide(Item item, Optional<StudentKey> student) {
        decisions.put(item.path(), student);
    }

    /** Whose the file is: by decision, else where the evidence is certain. */
    public Optional<StudentKey> studentOf(Item item) {
        return decisions.getOrDefault(item.path(), item.match().student());
    }

    /** True where the marker has decided about the file. */
    public boolean isDecided(Item item) {
        return decisions.containsKey(item.path());
    }

    /** Files whose student is neither certain nor decided. */
    public List<Item> questions() {
        return items.stream().filter(i -> i.match().student().isEmpty() && !isDecided(i)).toList();
    }

    /** The files of a student in the source's order. */
    public List<Item> itemsOf(StudentKey student) {
        return items.stream().filter(i -> studentOf(i).equals(Optional.of(student))).toList();
    }

    /** Students of whom there is no file. */
    public List<Student> nothingFrom() {
        Set<StudentKey> found = new HashSet<>();
        items.forEach(i -> studentOf(i).ifPresent(found::add));
        return roster.students().stream().filter(s -> !found.contains(s.key())).toList();
    }

    /** How the file's time compares with the due time, where both are known. */
    public Optional<Lateness> lateness(Item item) {
        return task.due().flatMap(due -> item.at().map(at -> Lateness.between(due, at)));
    }

    @Override
    public void close() throws IOException {
        List<AutoCloseable> all = new ArrayList<>(List.of(source, alsoClose));
        IOException failure = null;
        for (AutoCloseable one : all) {
            try {
                one.close();
            } catch (Exception e) {
                IOException wrapped = e instanceof IOException io ? io : new IOException(e);
                if (failure == null) {
                    failure = wrapped;
                } else {
                    failure.addSuppressed(wrapped);
                }
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
