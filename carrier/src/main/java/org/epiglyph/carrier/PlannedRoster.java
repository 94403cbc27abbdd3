package org.epiglyph.carrier;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.RosterFromNames;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.sheet.GradeSheet;

/**
 * The class of a plan, merged from every source that names students.
 *
 * @param roster    every student once
 * @param origin    the main source
 * @param fromNames the class derived from file names, if nothing else names anybody
 */
record PlannedRoster(Roster roster, CollectPlan.RosterOrigin origin, Optional<RosterFromNames> fromNames) {
    /**
     * What may name students; the first entry for a student counts, and a mail address may be added by a later one.
     *
     * @param earlier  of the batch that is added to
     * @param recorded of the record
     * @param sheet    of the grade sheet
     * @param typed    by the marker
     */
    record Sources(Optional<PlanGround.Earlier> earlier, Optional<Roster> recorded, Optional<GradeSheet> sheet,
            List<Student> typed) {
        private CollectPlan.RosterOrigin origin() {
            if (recorded.isPresent()) {
                return CollectPlan.RosterOrigin.RECORD;
            }
            if (sheet.isPresent()) {
                return CollectPlan.RosterOrigin.SHEET;
            }
            return earlier.isPresent() ? CollectPlan.RosterOrigin.BATCH : CollectPlan.RosterOrigin.TYPED;
        }

        private List<Student> students() {
            Map<StudentKey, Student> all = new LinkedHashMap<>();
            earlier.ifPresent(e -> e.batch().submissions().forEach(s -> all.put(s.student().key(), s.whose().owner())));
            recorded.ifPresent(r -> r.students().forEach(s -> add(all, s)));
            sheet.ifPresent(s -> s.roster().students().forEach(x -> add(all, x)));
            typed.forEach(s -> add(all, s));
            return List.copyOf(all.values());
        }

        private static void add(Map<StudentKey, Student> all, Student student) {
            all.merge(student.key(), student, PlannedRoster::completed);
        }
    }

    private static Student completed(Student known, Student more) {
        Student mailed = known.mail().isBlank() ? known.withMail(more.mail()) : known;
        return mailed.candidate().isBlank() ? mailed.withCandidate(more.candidate()) : mailed;
    }

    /**
     * @param paths  of the received files
     * @param byHand the filing rule by which names are read, if the marker entered one
     */
    static PlannedRoster of(Sources sources, List<String> paths, Optional<FilingRule> byHand) {
        List<Student> students = sources.students();
        if (!students.isEmpty()) {
            return new PlannedRoster(new Roster(students), sources.origin(), Optional.empty());
        }
        RosterFromNames read = RosterFromNames.read(paths, byHand);
        return new PlannedRoster(read.roster(), CollectPlan.RosterOrigin.NAMES, Optional.of(read));
    }
}
