package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.epiglyph.exchange.filing.WayBack;
import org.epiglyph.workspace.BatchFolder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Builds what students are handed, all from one state of the batch. A document that cannot be built leaves the others. */
final class Building {
    private static final Logger LOG = LoggerFactory.getLogger(Building.class);
    private final Batch batch;
    private final BatchFolder folder;
    private final Choices choices;
    private final Instant at;
    private final Path target;
    private final Optional<FilingRule> rule;

    /**
     * @param at     the time that the annotations bear
     * @param target the folder that the copies are written into; two buildings at once need two
     */
    Building(Batch batch, BatchFolder folder, Choices choices, Instant at, Path target) throws Problem {
        this.batch = batch;
        this.folder = folder;
        this.choices = choices;
        this.at = at;
        this.target = target;
        this.rule = Register.rule(folder);
    }

    /**
     * What one student is handed.
     *
     * @param files   by the path that the filing rule demands
     * @param leftOut ids of documents that could not be built
     * @param reasons why, and what else must be known, each in a sentence
     */
    record Built(Map<String, Path> files, List<String> leftOut, List<String> reasons) {}

    /** @param taken paths that others have, in lower case; what is built adds its own */
    Built build(StudentKey student, Set<String> taken) {
        Submission submission = batch.submission(student);
        Map<String, Path> files = new LinkedHashMap<>();
        List<String> leftOut = new ArrayList<>();
        List<String> reasons = new ArrayList<>();
        for (Document document : submission.documents()) {
            if (document.pages() instanceof Pages.Ready) {
                String path = free(taken, marked(document, submission), ".pdf");
                Path target = outgoing(document, path);
                try {
                    MarkedPdf.Written written = MarkedPdf.write(folder.pages(document), folder.pictures(),
                            marks(submission, document),
                            new MarkedPdf.Manner(choices.profile().form(), choices.plain(), choices.author(), at),
                            target);
                    files.put(path, target);
                    if (written.unsigned()) {
                        reasons.add("'" + document.name() + (written.anew()
                                ? "' had to be written anew, so that its signatures are no longer valid in the marked copy."
                                : "' has signatures, and what is printed on its pages changes them: in the marked copy they are no longer valid."));
                    }
                } catch (Problem e) {
                    leftOut.add(document.id());
                    taken.remove(path.toLowerCase(Locale.ROOT));
                    reasons.add("'" + document.name() + "' did not go: " + e.getMessage());
                }
            }
        }
        if (choices.profile().sheet() != Profile.Sheet.NONE) {
            try {
                files.putAll(sheet(submission, taken));
            } catch (Problem e) {
                LOG.info("A feedback sheet could not be made", e.getCause());
                leftOut.add("feedback sheet");
                reasons.add(e.getMessage());
            }
        }
        for (Attached attached : submission.attached()) {
            Document document = attached.document();
            String ending = ending(document.name());
            files.put(free(taken, WayBack.named(document.path(), rule, ending), ending), folder.original(document));
        }
        return new Built(files, leftOut, reasons);
    }

    /** The feedback sheet, named after the first document, or the key where there is none. */
    private Map<String, Path> sheet(Submission submission, Set<String> taken) throws Problem {
        FeedbackSheet sheet = FeedbackSheet.of(batch, submission);
        String ending = choices.profile().sheet().ending();
        String stem = submission.documents().isEmpty()
                ? submission.student().key().value().replaceAll("[^\\p{L}\\p{N}._-]", "_")
                : FilingRule.stem(submission.documents().getFirst().path());
        String path = free(taken, stem + "_feedback" + ending, ending);
        Path file = target.resolve("sheet-" + batch.position(submission.student().key()))
                .resolve(path.substring(path.lastIndexOf('/') + 1));
        try {
            Files.createDirectories(file.getParent());
            switch (choices.profile().sheet()) {
                case PDF -> FeedbackPages.pdf(sheet, at, file);
                case HTML -> Files.writeString(file, FeedbackPages.html(sheet));
                case TEXT -> Files.writeString(file, FeedbackPages.text(sheet));
                case NONE -> throw new IllegalStateException("No sheet is wanted");
            }
        } catch (IOException | java.nio.file.InvalidPathException e) {
            throw new Problem("Its feedback sheet could not be written. Check that the disk has room and try again.",
                    e);
        }
        return Map.of(path, file);
    }

    private static List<Mark> marks(Submission submission, Document document) {
        return submission.marksForStudent().stream().filter(m -> m.page().document().equals(document.id())).toList();
    }

    /** Of received files that differ in their endings alone, those that were no PDF keep theirs in the name. */
    private String marked(Document document, Submission submission) {
        String stem = FilingRule.stem(document.path());
        boolean alone = submission.documents()
                .stream()
                .noneMatch(d -> !d.id().equals(document.id()) && FilingRule.stem(d.path()).equalsIgnoreCase(stem));
        String ending = ending(document.name());
        return alone || ending.equalsIgnoreCase(".pdf")
                ? WayBack.marked(document.path(), rule)
                : WayBack.marked(document.path() + ".pdf", rule);
    }

    private Path outgoing(Document document, String path) {
        Path name = Path.of(folder.original(document).getFileName().toString().equals(document.name())
                ? path.substring(path.lastIndexOf('/') + 1)
                : document.id() + "_marked.pdf");
        return target.resolve(document.id()).resolve(name);
    }

    private static String ending(String name) {
        return name.substring(FilingRule.stem(name).length());
    }

    /** Two files that somewhere have one name, capitals aside, come back under two. */
    private static String free(Set<String> taken, String path, String ending) {
        String stem = path.substring(0, path.length() - ending.length());
        String free = path;
        for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
            free = stem + "_" + n + ending;
        }
        return free;
    }
}
