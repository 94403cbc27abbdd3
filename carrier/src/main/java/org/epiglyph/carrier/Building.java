package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.ClassWords;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.feedback.Heard;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.documents.AttachedSound;
import org.epiglyph.documents.BoundSheet;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.Xfdf;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.epiglyph.exchange.filing.ReturnedName;
import org.epiglyph.sound.OpusFile;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Fingerprint;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Builds what students are handed, all from one state of the batch. A document that cannot be built does not stop the
 * others.
 */
final class Building {
    private static final Logger LOG = LoggerFactory.getLogger(Building.class);
    private final Batch batch;
    private final Batch shown;
    private final BatchFolder folder;
    private final Choices choices;
    private final Instant at;
    private final Path target;
    private final Optional<FilingRule> rule;
    private final List<String> inTheClass;
    private boolean cacheless;

    /**
     * @param batch  with all names uncovered
     * @param shown  the same as shown on screen, for messages about documents
     * @param at     the time that the annotations carry
     * @param target the folder that the copies are written into; concurrent builds need separate ones
     */
    Building(Batch batch, Batch shown, BatchFolder folder, Choices choices, Instant at, Path target) throws Problem {
        this.batch = batch;
        this.shown = shown;
        this.folder = folder;
        this.choices = choices;
        this.at = at;
        this.target = target;
        this.rule = Register.rule(folder);
        this.inTheClass = ClassWords.of(batch, choices.profile().figures());
    }

    /**
     * What one student is handed.
     *
     * @param files   by the path that the filing rule requires
     * @param leftOut ids of documents that could not be built
     * @param reasons why, and other notes
     */
    record Built(Map<String, Path> files, List<String> leftOut, List<Message> reasons) {
        /**
         * With other names for files whose names are taken.
         *
         * @param taken lower-case names in use; the new ones are added
         */
        Built apart(Set<String> taken) {
            Map<String, Path> own = new LinkedHashMap<>();
            files.forEach(
                    (name, file) -> own.put(free(taken, name, ending(name.substring(name.lastIndexOf('/') + 1))),
                            file));
            return new Built(own, leftOut, reasons);
        }
    }

    /** Builds everything, ignoring the cache. */
    Building withoutCache() {
        cacheless = true;
        return this;
    }

    /** Builds sequentially on this thread. */
    Built build(StudentKey student, Set<String> taken) throws Problem {
        return build(student, taken, Runnable::run);
    }

    /**
     * Builds what one student is handed.
     *
     * @param taken   lower-case paths in use; the new ones are added
     * @param besides builds the feedback sheet while the documents are built
     * @throws Problem if private text is found in what was built
     */
    Built build(StudentKey student, Set<String> taken, Executor besides) throws Problem {
        if (!Files.isDirectory(folder.root())) {
            throw new Problem(Message.of(Building.class, "gone", folder.root()));
        }
        Submission submission = batch.submission(student);
        boolean withSheet = choices.profile().sheet() != Profile.Sheet.NONE;
        FutureTask<Path> sheet = new FutureTask<>(() -> sheet(submission));
        if (withSheet) {
            besides.execute(sheet);
        }
        Built built = new Built(new LinkedHashMap<>(), new ArrayList<>(), new ArrayList<>());
        Map<Heard, Path> sounds = sounds(submission, built);
        for (Document document : submission.documents()) {
            if (document.pages() instanceof Pages.Ready) {
                document(submission, document, sounds, built, taken);
            }
        }
        if (withSheet) {
            take(sheet, submission, built, taken);
        }
        refusePrivateWords(submission, built.files.values());
        sounds.forEach(
                (heard, file) -> built.files.put(free(taken, soundName(submission, heard), OpusFile.ENDING), file));
        attach(submission, built, taken);
        return built;
    }

    private void attach(Submission submission, Built built, Set<String> taken) {
        for (Attached attached : submission.attached()) {
            Document document = attached.document();
            String ending = ending(document.name());
            String name = attached.isEnclosure()
                    ? document.name()
                    : ReturnedName.named(document.path(), rule, added(submission), ending);
            built.files.put(free(taken, name, ending), folder.original(document));
        }
    }

    /** A document that cannot be built does not stop the others. */
    private void document(Submission submission, Document document, Map<Heard, Path> sounds, Built built,
            Set<String> taken) {
        String path = free(taken, marked(document, submission), ".pdf");
        Path target = outgoing(document, path);
        try {
            MarkedPdf.Written written = written(submission, document, attached(submission, sounds), target);
            built.files.put(path, target);
            if (choices.profile().xfdf() && !marks(submission, document).isEmpty()) {
                built.files.putAll(xfdf(submission, document, path, target, taken));
            }
            if (written.unsigned()) {
                built.reasons.add(written.anew()
                        ? Message.of(Building.class, "writtenAnew", displayName(submission, document))
                        : Message.of(Building.class, "signaturesChanged", displayName(submission, document)));
            }
        } catch (Problem e) {
            built.leftOut.add(document.id());
            taken.remove(path.toLowerCase(Locale.ROOT));
            built.reasons
                    .add(Message.of(Building.class, "documentStays", displayName(submission, document), e.asMessage()));
        }
    }

    private MarkedPdf.Written written(Submission submission, Document document, List<AttachedSound> sounds,
            Path target) throws Problem {
        MarkedPdf.Manner manner = new MarkedPdf.Manner(choices.profile().form(), choices.plain(), choices.author(), at);
        List<Mark> marks = marks(submission, document);
        OutputCache.Making<MarkedPdf.Written> making = () -> MarkedPdf.write(folder.pages(document), folder.pictures(),
                marks, sounds, manner, target);
        return cacheless
                ? making.make()
                : OutputCache.get(folder.outgoing().resolve("made").resolve(BatchFolder.plain(document.id()) + ".pdf"),
                        Fingerprint.ofCopy(document, marks, List.of(manner.form().name(),
                                String.valueOf(manner.plain()), manner.author(), sounds.toString())),
                        target, making);
    }

    /** The audible recordings, compressed. One that fails does not stop the others. */
    private Map<Heard, Path> sounds(Submission submission, Built built) {
        Map<Heard, Path> sounds = new LinkedHashMap<>();
        for (Heard heard : Heard.of(submission, batch.scheme())) {
            try {
                sounds.put(heard, SmallSound.of(folder, heard.remark()));
            } catch (Problem e) {
                built.leftOut.add(heard.remark().id());
                built.reasons.add(Message.of(Building.class, "soundStays", heard.title(), e.asMessage()));
            }
        }
        return sounds;
    }

    private static List<AttachedSound> attached(Submission submission, Map<Heard, Path> sounds) {
        List<AttachedSound> attached = new ArrayList<>();
        sounds.forEach((heard, file) -> {
            if (heard.remark().place().kind() == SpokenPlace.Kind.MARK) {
                String name = soundName(submission, heard);
                attached.add(new AttachedSound(heard.remark().place().subject(),
                        name.substring(name.lastIndexOf('/') + 1), heard.title(), heard.remark().text(), file));
            }
        });
        return attached;
    }

    private static String soundName(Submission submission, Heard heard) {
        return stem(submission) + "_spoken_" + heard.number() + OpusFile.ENDING;
    }

    private String displayName(Submission submission, Document document) {
        return shown.submission(submission.student().key()).displayName(document);
    }

    private void take(Future<Path> sheet, Submission submission, Built built, Set<String> taken) {
        try {
            String ending = choices.profile().sheet().ending();
            Path made = Futures.get(sheet);
            if (!isBound(made, built)) {
                built.files.put(free(taken, sheetName(submission) + ending, ending), made);
            }
        } catch (Problem e) {
            LOG.info("A feedback sheet could not be made", e.getCause());
            built.leftOut.add("feedback sheet");
            built.reasons.add(e.asMessage());
        }
    }

    /** Binds the sheet to the first document, if the profile says so and it is possible. */
    private boolean isBound(Path sheet, Built built) {
        if (!choices.profile().binds() || built.files.isEmpty()) {
            return false;
        }
        Map.Entry<String, Path> first = built.files.entrySet().iterator().next();
        Path bound = first.getValue().resolveSibling("bound").resolve(first.getValue().getFileName());
        try {
            boolean signed = BoundSheet.write(first.getValue(), sheet,
                    choices.profile().place() == Profile.SheetPlace.BEFORE_THE_PAGES, at, bound);
            first.setValue(bound);
            if (signed) {
                built.reasons.add(Message.of(Building.class, "boundAnew", first.getKey()));
            }
            return true;
        } catch (Problem e) {
            LOG.info("A feedback sheet could not be bound", e.getCause());
            built.reasons.add(e.asMessage());
            return false;
        }
    }

    private void refusePrivateWords(Submission submission, Collection<Path> files) throws Problem {
        PrivateWords words = PrivateWords.of(submission);
        if (!words.isEmpty()) {
            List<Path> received = submission.documents()
                    .stream()
                    .filter(d -> d.pages() instanceof Pages.Ready)
                    .map(folder::pages)
                    .toList();
            words.refuseIn(files, Feedback.text(batch, submission), received);
        }
    }

    /** Named after the first document, or the key if there is none. */
    private static String sheetName(Submission submission) {
        return stem(submission) + "_feedback";
    }

    private static String stem(Submission submission) {
        return submission.documents().isEmpty()
                ? submission.student().key().value().replaceAll("[^\\p{L}\\p{N}._-]", "_")
                : FilingRule.stem(submission.documents().getFirst().path());
    }

    private Path sheet(Submission submission) throws Problem {
        FeedbackSheet sheet = FeedbackSheet.of(batch, submission)
                .without(choices.profile().leftOut())
                .withClass(inTheClass);
        String name = sheetName(submission);
        Path file = target.resolve("sheet-" + batch.position(submission.student().key()))
                .resolve(name.substring(name.lastIndexOf('/') + 1) + choices.profile().sheet().ending());
        try {
            Files.createDirectories(file.getParent());
            switch (choices.profile().sheet()) {
                case PDF -> pages(submission, sheet, file);
                case HTML -> Files.writeString(file, FeedbackPages.html(sheet));
                case TEXT -> Files.writeString(file, FeedbackPages.text(sheet));
                case NONE -> throw new IllegalStateException("No sheet is wanted");
            }
            return file;
        } catch (IOException | java.nio.file.InvalidPathException e) {
            throw new Problem(Message.of(Building.class, "sheetCannotBeWritten"),
                    e);
        }
    }

    private void pages(Submission submission, FeedbackSheet sheet, Path file) throws Problem {
        OutputCache.Making<Boolean> making = () -> {
            FeedbackPages.pdf(sheet, at, file);
            return true;
        };
        if (cacheless) {
            making.make();
        } else {
            OutputCache.get(folder.outgoing()
                    .resolve("made")
                    .resolve("sheet-" + batch.position(submission.student().key()) + ".pdf"), sheet.toString(), file,
                    making);
        }
    }

    /** What the profile appends to a received name. */
    private List<String> added(Submission submission) {
        Result result = batch.result(submission.student().key());
        List<String> added = new ArrayList<>();
        for (Profile.Addition one : choices.profile().names().stream().sorted().toList()) {
            switch (one) {
                case MARKED -> added.add("marked");
                case SCORE -> added.add(Criterion.format(result.value()));
                case GRADE -> result.finalGrade().ifPresent(added::add);
            }
        }
        return added;
    }

    /** The marks of a document in a file beside it, readable by other programs. */
    private Map<String, Path> xfdf(Submission submission, Document document, String path, Path marked,
            Set<String> taken) throws Problem {
        String name = free(taken, FilingRule.stem(path) + ".xfdf", ".xfdf");
        Path file = marked.resolveSibling(BatchFolder.plain(document.id()) + ".xfdf");
        Xfdf.write(folder.pages(document), folder.pictures(), marks(submission, document),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, choices.author(), at),
                path.substring(path.lastIndexOf('/') + 1), file);
        return Map.of(name, file);
    }

    private static List<Mark> marks(Submission submission, Document document) {
        return submission.marksForStudent().stream().filter(m -> m.page().document().equals(document.id())).toList();
    }

    /** If received files differ only in their extension, those that were not PDF keep it in the name. */
    private String marked(Document document, Submission submission) {
        String stem = FilingRule.stem(document.path());
        boolean alone = submission.documents()
                .stream()
                .noneMatch(d -> !d.id().equals(document.id()) && FilingRule.stem(d.path()).equalsIgnoreCase(stem));
        String ending = ending(document.name());
        return alone || ending.equalsIgnoreCase(".pdf")
                ? ReturnedName.named(document.path(), rule, added(submission), ".pdf")
                : ReturnedName.named(document.path() + ".pdf", rule, added(submission), ".pdf");
    }

    private Path outgoing(Document document, String path) {
        Path name = Path.of(folder.original(document).getFileName().toString().equals(document.name())
                ? path.substring(path.lastIndexOf('/') + 1)
                : BatchFolder.plain(document.id()) + "_marked.pdf");
        return target.resolve(BatchFolder.plain(document.id())).resolve(name);
    }

    private static String ending(String name) {
        return name.substring(FilingRule.stem(name).length());
    }

    /** Two files whose names would be equal anywhere, ignoring case, get different names. */
    private static String free(Set<String> taken, String path, String ending) {
        String stem = path.substring(0, path.length() - ending.length());
        String free = path;
        for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
            free = stem + "_" + n + ending;
        }
        return free;
    }
}
