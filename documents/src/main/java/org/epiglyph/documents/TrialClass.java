package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Path;

/** Makes the work of a made-up class, to try things on. Found as a service; where there is none, none is offered. */
public interface TrialClass {
    /**
     * Writes the files of the class and a grade sheet that names its students, unless they are there.
     *
     * @param folder becomes the place that is collected from; its parent is made
     * @param shelf  the folder of batches; the mark scheme and the phrasebook that go with the class come into it
     */
    void make(Path folder, Path shelf) throws IOException;
}
