package org.epiglyph.carrier;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.documents.Intake;
import org.epiglyph.workspace.NewBatch;

/** Makes a batch of a plan: originals stored, pages made, all at once or not at all. */
public final class Collecting {
    private final CollectPlan plan;
    private final Progress progress;
    private int stored;

    private Collecting(CollectPlan plan, Progress progress) {
        this.plan = plan;
        this.progress = progress;
    }

    /**
     * Makes the batch.
     *
     * @param target the folder that the batch will be; must not exist
     * @throws Problem where it cannot be made
     * @throws java.util.concurrent.CancellationException where the progress asked to stop; in both cases nothing is left behind
     */
    public static void carryOut(CollectPlan plan, MarkScheme scheme, Phrasebook phrasebook, Path target,
            Progress progress) throws Problem {
        new Collecting(plan, progress).carryOut(scheme, phrasebook, target);
    }

    private void carryOut(MarkScheme scheme, Phrasebook phrasebook, Path target) throws Problem {
        try (NewBatch batch = NewBatch.at(target)) {
            for (Student student : plan.roster().students()) {
                batch.add(student, handIns(batch, plan.itemsOf(student.key())));
            }
            for (CollectPlan.Item item : plan.items()) {
                if (plan.studentOf(item).isEmpty()) {
                    setAside(batch, item);
                }
            }
            Files.write(batch.folder().gradeSheet(), plan.gradeSheet());
            plan.origin().write(batch.folder().origin());
            batch.place(plan.task(), scheme, phrasebook);
        } catch (IOException e) {
            throw new Problem("The batch could not be written to " + target.toAbsolutePath().getParent()
                    + ". See that the disk has room and the folder can be written to; nothing half made is left.", e);
        }
    }

    private List<HandIn> handIns(NewBatch batch, List<CollectPlan.Item> items) throws IOException {
        Map<Integer, List<CollectPlan.Item>> byNumber = new TreeMap<>();
        items.forEach(item -> byNumber.computeIfAbsent(item.handIn(), _ -> new ArrayList<>()).add(item));
        List<HandIn> handIns = new ArrayList<>();
        for (Map.Entry<Integer, List<CollectPlan.Item>> entry : byNumber.entrySet()) {
            List<Document> documents = new ArrayList<>();
            for (CollectPlan.Item item : entry.getValue()) {
                documents.add(document(batch, item));
            }
            CollectPlan.Item first = entry.getValue().getFirst();
            handIns.add(new HandIn(entry.getKey(), first.at(), first.message(), documents));
        }
        return handIns;
    }

    private Document document(NewBatch batch, CollectPlan.Item item) throws IOException {
        String id = "d" + ++stored;
        progress.at(item.path(), stored, plan.items().size());
        String evidence = plan.isDecided(item) ? "you decided" : item.match().evidence();
        NewBatch.Stored original;
        try (SourceStream bytes = new SourceStream(item.file())) {
            original = batch.store(id, name(item), bytes);
            if (bytes.failure().isPresent()) {
                return new Document(id, item.path(), original.sha256(), original.bytes(),
                        new Pages.None(bytes.failure().get()), evidence);
            }
        }
        Pages pages = Intake.examine(original.path(), batch.folder().renditions().resolve(id + ".pdf"));
        return new Document(id, item.path(), original.sha256(), original.bytes(), pages, evidence);
    }

    private void setAside(NewBatch batch, CollectPlan.Item item) throws IOException {
        progress.at(item.path(), ++stored, plan.items().size());
        try (InputStream bytes = new SourceStream(item.file())) {
            batch.store("set-aside-" + stored, name(item), bytes);
        }
    }

    private static String name(CollectPlan.Item item) {
        return item.path().substring(item.path().lastIndexOf('/') + 1);
    }
}
