/** The job itself: pages, marks, scores, phrases and the edits that change a batch. Knows java.base and nothing else. */
module org.epiglyph.core {
    exports org.epiglyph.core;
    exports org.epiglyph.core.batch;
    exports org.epiglyph.core.course;
    exports org.epiglyph.core.feedback;
    exports org.epiglyph.core.filing;
    exports org.epiglyph.core.ink;
    exports org.epiglyph.core.letters;
    exports org.epiglyph.core.lookover;
    exports org.epiglyph.core.margin;
    exports org.epiglyph.core.markbook;
    exports org.epiglyph.core.marks;
    exports org.epiglyph.core.page;
    exports org.epiglyph.core.passages;
    exports org.epiglyph.core.pen;
    exports org.epiglyph.core.pencase;
    exports org.epiglyph.core.phrases;
    exports org.epiglyph.core.reading;
    exports org.epiglyph.core.roster;
    exports org.epiglyph.core.scoring;
    exports org.epiglyph.core.spoken;
    exports org.epiglyph.core.task;
}
