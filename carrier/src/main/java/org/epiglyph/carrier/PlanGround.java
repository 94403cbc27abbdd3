package org.epiglyph.carrier;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.epiglyph.exchange.record.StudentAnswer;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.workspace.BatchFolder;

/**
 * The starting point of a plan.
 *
 * @param recorded  the class in the record service
 * @param byRecord  hand-ins by the paths of their files
 * @param sheet     the grade sheet
 * @param sheetPath the sheet's path within the source, if it came with it
 * @param earlier   the batch that is collected again
 * @param answers   what students wrote in the record since
 * @param known     filing rules that may match
 * @param alsoClose closed with the source
 */
record PlanGround(Task task, FileSource source, Origin origin, Optional<Roster> recorded,
        Map<String, HandedIn> byRecord, Optional<GradeSheet> sheet, Optional<String> sheetPath,
        Optional<Earlier> earlier, List<StudentAnswer> answers, List<FilingRule> known, AutoCloseable alsoClose) {
    PlanGround {
        byRecord = Map.copyOf(byRecord);
        answers = List.copyOf(answers);
        known = List.copyOf(known);
    }

    /**
     * A batch that is collected again, as it is now.
     *
     * @param digests of each file of the source that existed before
     * @param lines   of the register, by their paths
     */
    record Earlier(BatchFolder folder, Batch batch, Register register, Map<ReceivedFile, String> digests,
            Map<String, List<Register.Line>> lines) {
        Earlier(BatchFolder folder, Batch batch, Register register, Map<ReceivedFile, String> digests) {
            this(folder, batch, register, digests,
                    register.lines().stream().collect(Collectors.groupingBy(Register.Line::path)));
        }

        private static boolean isMatched(Register.Line line) {
            return line.fate() == Register.Fate.MATCHED;
        }

        /** How a file compares with what was collected before. */
        CollectPlan.News news(ReceivedFile file) {
            String digest = digests.getOrDefault(file, "");
            List<Register.Line> there = lines.getOrDefault(file.path(), List.of());
            if (there.stream().anyMatch(l -> l.sha256().equals(digest))) {
                return CollectPlan.News.SAME;
            }
            return there.isEmpty() ? CollectPlan.News.NEW : CollectPlan.News.CHANGED;
        }

        /** Whose a document was, if that student is in the class now. */
        Optional<StudentKey> owner(String path, Roster roster) {
            return lines.getOrDefault(path, List.of())
                    .stream()
                    .filter(Earlier::isMatched)
                    .map(l -> new StudentKey(l.student()))
                    .filter(s -> roster.find(s).isPresent())
                    .findFirst();
        }

        /** Paths of collected documents that are not among these. */
        List<String> missing(Set<String> here) {
            return register.lines()
                    .stream()
                    .filter(Earlier::isMatched)
                    .map(Register.Line::path)
                    .filter(p -> !here.contains(p))
                    .distinct()
                    .toList();
        }

        /** Students who have handed something in. */
        Set<StudentKey> received() {
            return batch.submissions()
                    .stream()
                    .filter(s -> !s.handIns().isEmpty())
                    .map(s -> s.student().key())
                    .collect(Collectors.toSet());
        }
    }
}
