package org.epiglyph.exchange.sheet;

import java.util.List;

/** The meaning of a grade sheet's column, with common headings for it; case, spaces and punctuation are ignored. */
public enum Role {
    KEY("student key|key|record key|student id|id|id number|student number|matriculation number|"
            + "registration number|candidate number|number"),
    NAME("name|student|full name|student name"),
    GIVEN("given name|given names|given|first name|first names|forename|forenames"),
    FAMILY("family name|family names|family|last name|last names|surname|surnames"),
    SECTION("section|group|class|seminar group|tutorial"),
    STATUS("status|state"),
    EXTENSION("extension|extended to|extended until|due for student|own due time"),
    SCORE("score|points|result|mark|marks|grade"),
    GRADE("grade|letter grade|grade awarded|award"),
    MAXIMUM("maximum|max|out of|maximum score|maximum points|maximum mark"),
    FEEDBACK("feedback|comment|comments|remark|remarks|feedback for student"),
    CHANGED("last changed|changed|last modified|modified"),
    HANDED_IN("handed in|handed in at|time|submitted|received"),
    FILE("file|file name|files"),
    MAIL("mail|mail address|email|email address|student email"),
    CANDIDATE("candidate number|candidate|candidate no|exam number|examination number|anonymous number|anonymous code");

    private final List<String> headings;

    Role(String headings) {
        this.headings = List.of(headings.split("\\|"));
    }

    List<String> headings() {
        return headings;
    }
}
