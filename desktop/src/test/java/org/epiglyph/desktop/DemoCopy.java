package org.epiglyph.desktop;

import java.nio.file.Path;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.demo.MixedClass;

/** What the demo creates, copied for each test. */
public final class DemoCopy {
    private DemoCopy() {}

    /** Creates an office and a shelf as they are before anything was collected. */
    public static void make(Path office, Path shelf) throws Exception {
        Path demo = MadeOnce.folder("demo", f -> DemoWorld.make(f.resolve("office"), f.resolve("shelf")));
        MadeOnce.copy(demo.resolve("office"), office);
        MadeOnce.copy(demo.resolve("shelf"), shelf);
    }

    /** Creates the work of a class that came by mail. */
    public static void makeMail(Path folder, int students) throws Exception {
        MadeOnce.copy(MadeOnce.folder("mail-" + students, f -> MixedClass.make(f, students)), folder);
    }
}
