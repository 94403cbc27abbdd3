package org.epiglyph.carrier;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/**
 * The folder name of each student of a class: names that every file system accepts, all different, whichever students
 * are handed back.
 */
final class StudentFolders {
    private static final int LONGEST = 60;
    private final Map<StudentKey, String> names = new HashMap<>();

    StudentFolders(Batch batch) {
        Set<String> taken = new HashSet<>();
        for (Submission submission : batch.submissions()) {
            String wanted = preferredName(submission.student());
            String name = wanted;
            for (int n = 2; !taken.add(name.toLowerCase(Locale.ROOT)); n++) {
                name = wanted + " " + n;
            }
            names.put(submission.student().key(), name);
        }
    }

    private static String preferredName(Student student) {
        String key = student.key().value().replaceAll("[^\\p{L}\\p{N}_-]", "_");
        String name = student.name().replaceAll("[^\\p{L}\\p{N}\\p{M} '-]", "_").strip();
        String whole = key + " " + name;
        int most = whole.offsetByCodePoints(0, Math.min(whole.codePointCount(0, whole.length()), LONGEST));
        return whole.substring(0, most).strip();
    }

    /** For example "K-4401 Adaeze Lindqvist-Moreau". */
    String of(StudentKey student) {
        return names.get(student);
    }
}
