package org.epiglyph.core.spoken;

/**
 * What a spoken remark is about.
 *
 * @param kind    a mark, a criterion or the whole
 * @param subject id of the mark or of the criterion; empty for the whole
 */
public record SpokenPlace(Kind kind, String subject) {
    /** What a spoken remark can be about. */
    public enum Kind {
        MARK, CRITERION, WHOLE
    }

    /** The whole submission. */
    public static final SpokenPlace WHOLE = new SpokenPlace(Kind.WHOLE, "");

    public SpokenPlace {
        if ((kind == Kind.WHOLE) != subject.isEmpty()) {
            throw new IllegalArgumentException("A " + kind + " is not called '" + subject + "'");
        }
    }

    public static SpokenPlace ofMark(String id) {
        return new SpokenPlace(Kind.MARK, id);
    }

    public static SpokenPlace ofCriterion(String id) {
        return new SpokenPlace(Kind.CRITERION, id);
    }

    /** True if it is about a mark of that id. */
    public boolean isOnMark(String id) {
        return kind == Kind.MARK && subject.equals(id);
    }

    /** True if it is about a criterion of that id. */
    public boolean isOnCriterion(String id) {
        return kind == Kind.CRITERION && subject.equals(id);
    }
}
