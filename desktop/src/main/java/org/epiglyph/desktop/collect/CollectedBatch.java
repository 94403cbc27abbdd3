package org.epiglyph.desktop.collect;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.phrases.PhraseFile;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.epiglyph.exchange.table.TableBytes;
import org.epiglyph.workspace.Workspace;

/** A batch that was made from a plan or added to, and what is odd about its scheme. Making it may take long. */
record CollectedBatch(Path batch, Optional<Message> remark) {
    /**
     * Makes a batch.
     *
     * @param scheme  the mark scheme's table; null for one criterion worth the task's maximum
     * @param phrases the phrasebook's table; null for an empty one
     * @param covered true to cover names
     */
    static CollectedBatch create(CollectPlan plan, Path scheme, Path phrases, boolean covered, Path target,
            Progress progress)
            throws Problem {
        MarkScheme marks = scheme == null
                ? MarkScheme.single(plan.task().maximum())
                : SchemeFile.read(bytes(scheme), nameOf(scheme));
        Phrasebook book = phrases == null ? Phrasebook.EMPTY : PhraseFile.read(bytes(phrases), nameOf(phrases), marks);
        Collecting.run(plan, marks, book, target, progress);
        if (covered) {
            Collecting.coverNames(target);
        }
        return new CollectedBatch(target, plan.remarkOn(marks));
    }

    /** Adds what is new to a batch that nobody has open. */
    static CollectedBatch within(CollectPlan plan, Path batch, Progress progress) throws Problem {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            Collecting.into(plan, workspace, progress);
        }
        return new CollectedBatch(batch, Optional.empty());
    }

    private static String nameOf(Path file) {
        return file.getFileName().toString();
    }

    private static byte[] bytes(Path file) throws Problem {
        try {
            return TableBytes.read(file);
        } catch (IOException e) {
            throw new Problem(UiText.of("Collect.unreadable", file), e);
        }
    }
}
