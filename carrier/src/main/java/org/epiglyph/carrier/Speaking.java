package org.epiglyph.carrier;

import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.Writer;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.spoken.Samples;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.Speech;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.places.WholeFile;
import org.epiglyph.sound.Microphone;
import org.epiglyph.sound.Take;
import org.epiglyph.sound.WaveFile;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A remark being recorded. It grows in a folder of the batch, with a note of what it is about, so that a crash loses at
 * most its last second; it is removed there only once the batch has it.
 */
public final class Speaking {
    /** Anything shorter was a slip of the finger, in milliseconds. */
    private static final long SHORTEST = 400;
    private static final String NOTE = ".note";
    private static final String SOUND = ".wav";
    /** Notes of recordings in progress in this program, which are not abandoned. */
    private static final Set<Path> UNDER_WAY = ConcurrentHashMap.newKeySet();
    private static final Logger LOG = LoggerFactory.getLogger(Speaking.class);
    private final Workspace workspace;
    private final Growing growing;
    private final Take take;

    private Speaking(Workspace workspace, Growing growing, Take take) {
        this.workspace = workspace;
        this.growing = growing;
        this.take = take;
    }

    /**
     * A recording on the disk.
     *
     * @param name   of its files, without extensions
     * @param remark id of the spoken remark that it becomes, or whose sound it replaces
     */
    private record Growing(Path folder, String name, StudentKey student, SpokenPlace place, String remark) {
        Path sound() {
            return folder.resolve(name + SOUND);
        }

        Path note() {
            return folder.resolve(name + NOTE);
        }

        void write() throws IOException {
            Properties values = new Properties();
            values.setProperty("student", student.value());
            values.setProperty("about", place.kind().name());
            values.setProperty("subject", place.subject());
            values.setProperty("remark", remark);
            WholeFile.write(note(), beside -> {
                try (Writer out = Files.newBufferedWriter(beside)) {
                    values.store(out, null);
                }
            });
        }

        static Growing read(Path note) throws IOException {
            Properties values = new Properties();
            try (Reader in = Files.newBufferedReader(note)) {
                values.load(in);
                String file = note.getFileName().toString();
                return new Growing(note.getParent(), file.substring(0, file.length() - NOTE.length()),
                        new StudentKey(values.getProperty("student", "")),
                        new SpokenPlace(SpokenPlace.Kind.valueOf(values.getProperty("about", "")),
                                values.getProperty("subject", "")),
                        values.getProperty("remark", ""));
            } catch (IllegalArgumentException e) {
                throw new IOException("The note beside a recording is not readable", e);
            }
        }

        void delete() throws IOException {
            Files.deleteIfExists(sound());
            Files.deleteIfExists(note());
        }
    }

    /**
     * Starts recording.
     *
     * @param again the spoken remark whose sound it replaces; empty for a new one
     * @param most  maximum length, in milliseconds
     * @throws Problem if the microphone cannot be used or the disk is full; nothing is begun then
     */
    public static Speaking begin(Workspace workspace, StudentKey student, SpokenPlace place,
            Optional<SpokenRemark> again, Microphone microphone, long most) throws Problem {
        String name = UUID.randomUUID().toString();
        String remark = again.map(SpokenRemark::id)
                .orElse(id(name));
        Growing growing = new Growing(workspace.folder().speaking(), name, student, place, remark);
        try {
            UNDER_WAY.add(growing.note());
            workspace.folder().make(growing.folder());
            growing.write();
            return new Speaking(workspace, growing, Take.begin(microphone, growing.sound(), most));
        } catch (IOException e) {
            discard(growing);
            throw new Problem(Message.of(Speaking.class, "cannotBeWritten"), e);
        } catch (Problem e) {
            discard(growing);
            throw e;
        }
    }

    /**
     * Stores a remark that was recorded elsewhere.
     *
     * @param recording a mono WAV file with 16 bits
     * @param text      the same in writing; may be empty
     * @throws Problem if it cannot be read or stored; nothing was stored then
     */
    public static void take(Workspace workspace, StudentKey student, SpokenPlace place, Path recording, String text)
            throws Problem {
        String name = UUID.randomUUID().toString();
        Growing growing = new Growing(workspace.folder().speaking(), name, student, place, id(name));
        Originals originals = new Originals(workspace.folder());
        try {
            Samples samples = WaveFile.read(recording);
            SpokenRemark.Sound sound = store(originals, "w" + name, recording);
            workspace.edit(new Edit.KeepSpoken(student,
                    remark(growing, Optional.empty(), samples, sound).withText(text)));
        } catch (IOException e) {
            throw new Problem(Message.of(Speaking.class, "notAWave", recording), e);
        } catch (EditRefused e) {
            throw new Problem(e.asMessage(), e);
        }
    }

    private static String id(String name) {
        return "s%011x-%s".formatted(System.currentTimeMillis(), name.substring(0, 4));
    }

    public Take.State state() {
        return take.state();
    }

    /** Id of the spoken remark that it becomes. */
    public String remark() {
        return growing.remark;
    }

    /**
     * Ends the recording and stores it with the submission, without the silence at its ends.
     *
     * @return false if it was too short to be meant
     * @throws Problem if it cannot be stored now; it stays on the disk and is stored when the batch is opened again
     */
    public boolean keep() throws Problem {
        take.stop();
        if (take.state().length() < SHORTEST) {
            discard(growing);
            return false;
        }
        try {
            keep(workspace, growing);
            return true;
        } finally {
            UNDER_WAY.remove(growing.note());
        }
    }

    /** Ends the recording and deletes it. */
    public void discard() {
        take.stop();
        discard(growing);
    }

    private static void discard(Growing growing) {
        try {
            growing.delete();
        } catch (IOException e) {
            LOG.info("A recording stays behind ({})", e.getClass().getSimpleName());
        } finally {
            UNDER_WAY.remove(growing.note());
        }
    }

    /**
     * Stores recordings that were in progress when the program last ended.
     *
     * @return the students to whom they belong, one for each recording; what cannot be stored yet stays where it is
     */
    public static List<StudentKey> recover(Workspace workspace) {
        List<StudentKey> recovered = new ArrayList<>();
        Path folder = workspace.folder().speaking();
        if (!Files.isDirectory(folder)) {
            return recovered;
        }
        try (DirectoryStream<Path> notes = Files.newDirectoryStream(folder, "*" + NOTE)) {
            for (Path note : notes) {
                if (!UNDER_WAY.contains(note)) {
                    recover(workspace, note).ifPresent(recovered::add);
                }
            }
        } catch (IOException e) {
            LOG.warn("Recordings that were left cannot be read ({})", e.getClass().getSimpleName());
        }
        return recovered;
    }

    private static Optional<StudentKey> recover(Workspace workspace, Path note) {
        try {
            Growing growing = Growing.read(note);
            boolean meant = Files.isRegularFile(growing.sound())
                    && WaveFile.read(growing.sound()).length() >= SHORTEST;
            if (!meant) {
                growing.delete();
                return Optional.empty();
            }
            return keep(workspace, growing) ? Optional.of(growing.student) : Optional.empty();
        } catch (IOException | Problem | RuntimeException | OutOfMemoryError e) {
            LOG.warn("A recording that was left cannot be kept yet ({})", e.getClass().getSimpleName());
            return Optional.empty();
        }
    }

    /** @return false if the batch has it already */
    private static boolean keep(Workspace workspace, Growing growing) throws Problem {
        Originals originals = new Originals(workspace.folder());
        String document = "w" + growing.name;
        try {
            Optional<SpokenRemark> there = existing(workspace, growing);
            boolean isKept = there.filter(r -> r.sound().document().equals(document)).isPresent();
            if (!isKept) {
                originals.remove(document); // left by an attempt that crashed
                Samples samples = WaveFile.read(growing.sound());
                workspace.edit(new Edit.KeepSpoken(growing.student, remark(growing, there, samples,
                        store(originals, document, growing.sound()))));
                workspace.flush();
            }
            growing.delete();
            return !isKept;
        } catch (IOException e) {
            throw new Problem(Message.of(Speaking.class, "cannotBeKept"), e);
        } catch (EditRefused e) {
            throw new Problem(Message.of(Speaking.class, "stillThere", e.asMessage()), e);
        }
    }

    private static Optional<SpokenRemark> existing(Workspace workspace, Growing growing) {
        if (workspace.batch().position(growing.student) < 0) {
            throw new EditRefused(Message.of(Speaking.class, "notInBatch"));
        }
        Submission submission = workspace.batch().submission(growing.student);
        if (submission.sealed()) {
            throw EditRefused.temporary(Message.of(Speaking.class, "sealed"));
        }
        return submission.findSpoken(growing.remark);
    }

    private static SpokenRemark.Sound store(Originals originals, String document, Path sound) throws IOException {
        try (InputStream bytes = Files.newInputStream(sound)) {
            Originals.Stored stored = originals.store(document, SpokenRemark.FILE_NAME, bytes);
            return new SpokenRemark.Sound(document, stored.sha256(), stored.bytes());
        }
    }

    private static SpokenRemark remark(Growing growing, Optional<SpokenRemark> replaced, Samples samples,
            SpokenRemark.Sound sound) {
        Span heard = Speech.withoutSilentEnds(samples);
        return new SpokenRemark(growing.remark, replaced.map(SpokenRemark::place).orElse(growing.place), sound,
                samples.length(), heard, replaced.map(SpokenRemark::text).orElse(""));
    }
}
