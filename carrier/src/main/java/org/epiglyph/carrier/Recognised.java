package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Match;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.filing.RosterFromNames;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.filing.PlainLetters;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.epiglyph.exchange.sheet.GradeSheet;

/**
 * What follows from a source and the marker's input: the class, the filing rule, and whose each file is.
 *
 * @param rule  in force: entered by hand, known and matching, or learnt
 * @param items in the source's order
 */
record Recognised(Roster roster, CollectPlan.RosterOrigin origin, Optional<FilingRule> rule,
        List<CollectPlan.Item> items) {
    /**
     * The marker's input.
     *
     * @param sheetRefusal why the sheet cannot be filled in; finding out takes a trial of the whole sheet
     * @param typed        students; they join those of a record or sheet
     * @param rule         entered by hand; empty to learn it from the names
     */
    record Input(Task task, Optional<GradeSheet> sheet, Optional<Message> sheetRefusal, List<Student> typed,
            Optional<FilingRule> rule) {
        Input {
            typed = List.copyOf(typed);
        }

        static Input of(Task task, Optional<GradeSheet> sheet) {
            return new Input(task, sheet, sheet.flatMap(GradeSheet::refusal), List.of(), Optional.empty());
        }

        Input withTask(Task other) {
            return new Input(other, sheet, sheetRefusal, typed, rule);
        }

        Input withSheet(Optional<GradeSheet> other) {
            return new Input(task, other, other.flatMap(GradeSheet::refusal), typed, rule);
        }

        Input withTyped(List<Student> students) {
            return new Input(task, sheet, sheetRefusal, students, rule);
        }

        Input withRule(Optional<FilingRule> other) {
            return new Input(task, sheet, sheetRefusal, typed, other);
        }
    }

    static Recognised of(PlanGround ground, Input input) {
        PlainLetters letters = new PlainLetters();
        List<ReceivedFile> files = ground.source()
                .files()
                .stream()
                .filter(f -> !Optional.of(f.path()).equals(ground.sheetPath()))
                .toList();
        List<String> paths = files.stream().map(ReceivedFile::path).toList();
        PlannedRoster planned = PlannedRoster.of(new PlannedRoster.Sources(ground.earlier(), ground.recorded(),
                input.sheet, input.typed), paths, input.rule);
        Optional<RosterFromNames> fromNames = planned.fromNames();
        Matching plain = new Matching(planned.roster(), letters);
        Optional<FilingRule> rule = fromNames.isPresent()
                ? fromNames.get().rule()
                : input.rule.or(() -> KnownRules.fitting(ground.known(), letters, paths, plain));
        Evidence evidence = new Evidence(ground, input.sheet, planned.roster(), fromNames, plain.with(rule));
        return new Recognised(planned.roster(), planned.origin(), rule, evidence.items(files, rule));
    }

    /** Whose a document was when it was first collected. */
    static Optional<StudentKey> ownerBefore(PlanGround ground, Roster roster, String path) {
        return ground.earlier().flatMap(e -> e.owner(path, roster));
    }

    /** What tells whose a file is, most reliable first: the record, the sheet, an earlier collection, the names. */
    private record Evidence(PlanGround ground, Optional<GradeSheet> sheet, Roster roster,
            Optional<RosterFromNames> fromNames, Matching matching) {
        List<CollectPlan.Item> items(List<ReceivedFile> files, Optional<FilingRule> rule) {
            Map<String, StudentKey> inSheet = sheet.map(GradeSheet::files).orElse(Map.of());
            Map<String, Integer> nth = new HashMap<>();
            List<CollectPlan.Item> items = new ArrayList<>();
            for (ReceivedFile file : files) {
                int n = nth.merge(file.path(), 1, Integer::sum);
                String id = n == 1 ? file.path() : file.path() + "\u0000" + n;
                Optional<HandedIn> record = Optional.ofNullable(ground.byRecord().get(file.path()))
                        .filter(h -> roster.find(h.student()).isPresent());
                items.add(new CollectPlan.Item(id, file, match(file, record, inSheet), record,
                        HandInNumber.of(file.path(), rule),
                        ground.earlier().map(e -> e.news(file)).orElse(CollectPlan.News.NEW)));
            }
            return List.copyOf(items);
        }

        private Match match(ReceivedFile file, Optional<HandedIn> record, Map<String, StudentKey> inSheet) {
            return known(file, record, inSheet)
                    .or(() -> fromNames
                            .map(f -> Match.certain(f.owner(file.path()),
                                    Message.of(Recognised.class, "classFromNames"))))
                    .orElseGet(() -> matching.match(file.path()));
        }

        private Optional<Match> known(ReceivedFile file, Optional<HandedIn> record, Map<String, StudentKey> inSheet) {
            if (record.isPresent()) {
                return Optional.of(Match.certain(record.get().student(), Message.of(Recognised.class, "record")));
            }
            StudentKey named = inSheet.get(file.path().substring(file.path().lastIndexOf('/') + 1));
            if (named != null && roster.find(named).isPresent()) {
                return Optional.of(Match.certain(named,
                        Message.of(Recognised.class, "sheet", sheet.orElseThrow().line(named))));
            }
            return ownerBefore(ground, roster, file.path())
                    .map(s -> Match.certain(s, Message.of(Recognised.class, "asBefore")));
        }
    }
}
