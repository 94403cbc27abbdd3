package org.epiglyph.core.scoring;

import static org.epiglyph.core.scoring.Schemes.number;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.math.BigDecimal;
import org.epiglyph.core.Message;
import org.junit.jupiter.api.Test;

/** Input typed for a criterion. */
class TypedScoreTest {
    private static final Criterion POINTS = Schemes.points("c1", "8");
    private static final Criterion LEVELS = Schemes.levels("c2", "Sound 7 10", "Weak 0 6.5");

    @Test
    void readsNumbersAsMarkersWriteThem() {
        assertEquals(read(Judgement.of(number("6.5"))), TypedScore.read(POINTS, " 6,5 ", Judgement.NONE));
        assertEquals(read(Judgement.of(number(".5"))), TypedScore.read(POINTS, "\u00bd", Judgement.NONE));
        assertEquals(read(Judgement.NONE), TypedScore.read(POINTS, " ", Judgement.of(BigDecimal.ONE)));
        assertEquals(read(Judgement.standing(Standing.EXCUSED)), TypedScore.read(POINTS, "X", Judgement.NONE));
        assertEquals(read(Judgement.standing(Standing.NOT_ATTEMPTED)),
                TypedScore.read(POINTS, "not attempted", Judgement.NONE));
    }

    @Test
    void readsLevelsByLetterNameAndPoints() {
        Manner.Levels levels = (Manner.Levels) LEVELS.manner();
        Judgement sound = Judgement.level(levels.levels().getFirst(), number("8.5"));
        assertEquals(read(sound), TypedScore.read(LEVELS, "a", Judgement.NONE));
        assertEquals(read(sound), TypedScore.read(LEVELS, "SOUND", Judgement.NONE));
        assertEquals("l1", level(TypedScore.read(LEVELS, "3", Judgement.NONE)));
        Judgement nine = Judgement.level(levels.levels().getFirst(), number("9"));
        assertEquals(read(nine), TypedScore.read(LEVELS, "a", nine), "points within the level stay");
    }

    @Test
    void aLetterBeyondTheLevelsIsInvalidAndEqualPointsChangeNothing() {
        assertEquals(
                "\u201cc\u201d is not a number. Enter 0 to 10, n for not attempted, x for excused, or leave it empty.",
                why(LEVELS, "c"));
        Judgement weak = Judgement.level(((Manner.Levels) LEVELS.manner()).levels().getLast(),
                number("3.5")); // the middle of 0 to 6.5, rounded to the next half
        assertEquals(read(weak), TypedScore.read(LEVELS, "b", Judgement.NONE));
        Judgement now = Judgement.of(number("6.50"));
        assertEquals(read(now), TypedScore.read(POINTS, "6.5", now), "as it was written");
    }

    @Test
    void refusesWithTheRemedy() {
        assertEquals("9 is above the maximum of 'Part c1'. Enter 0 to 8.", why(POINTS, "9"));
        assertEquals(
                "\u201cseven\u201d is not a number. Enter 0 to 8, n for not attempted, x for excused, or leave it empty.",
                why(POINTS, "seven"));
        Criterion words = POINTS.withManner(new Manner.WordsOnly());
        assertEquals("'Part c1' takes a remark, no score.", why(words, "n"));
    }

    private static String why(Criterion criterion, String typed) {
        return switch (TypedScore.read(criterion, typed, Judgement.NONE)) {
            case TypedScore.Refused(Message why) -> why.text();
            case TypedScore.Read(Judgement judgement) -> "read as " + judgement;
        };
    }

    private static TypedScore read(Judgement judgement) {
        return new TypedScore.Read(judgement);
    }

    private static String level(TypedScore typed) {
        return typed instanceof TypedScore.Read(Judgement judgement) ? judgement.level() : "";
    }
}
