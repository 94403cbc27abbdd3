package org.epiglyph.core.roster;

import java.util.Collection;
import java.util.HashSet;
import java.util.Set;

/**
 * How students are named where several of them are listed: by name, and with the key if two of the class have the same
 * name.
 */
public final class Naming {
    private final Set<String> shared;

    private Naming(Set<String> shared) {
        this.shared = shared;
    }

    public static Naming of(Collection<Student> students) {
        Set<String> seen = new HashSet<>();
        Set<String> shared = new HashSet<>();
        for (Student student : students) {
            if (!seen.add(student.name())) {
                shared.add(student.name());
            }
        }
        return new Naming(shared);
    }

    /** The name in a list; with the key if another student has the same name. */
    public String listed(Student student) {
        return shared.contains(student.name())
                ? student.name() + " (" + (student.isCovered() ? student.script() : student.shownKey()) + ")"
                : student.name();
    }
}
