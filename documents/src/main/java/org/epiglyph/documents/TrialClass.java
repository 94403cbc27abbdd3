package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Path;

/** Makes the files of an invented class, to try things on. Found as a service; without one, none is offered. */
public interface TrialClass {
    /**
     * Writes the files of the class and a grade sheet that names its students, unless they exist.
     *
     * @param folder becomes the place that is collected from; its parent is created
     * @param shelf  the folder of batches; the class's mark scheme and phrasebook are written into it
     */
    void make(Path folder, Path shelf) throws IOException;
}
