package org.epiglyph.command;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import picocli.CommandLine.Option;

/** The output of a command for each student: a line for a person, or one JSON document for a program. */
final class CommandReport {
    private final ObjectMapper mapper = new ObjectMapper();
    private final ArrayNode lines = mapper.createArrayNode();
    @Option(names = "--json", description = "Prints the outcome for each student as one JSON document to standard output.")
    private boolean json;

    /**
     * Reports a success.
     *
     * @param more a receipt, a time; may be empty
     */
    void done(String student, String what, String more) {
        add(student, what, more, true);
    }

    /**
     * Reports a failure.
     *
     * @param why in whole sentences
     */
    void not(String student, String what, String why) {
        add(student, what, why, false);
    }

    private void add(String student, String what, String more, boolean good) {
        if (json) {
            ObjectNode line = lines.addObject();
            line.put("student", student).put("done", good).put("what", what);
            if (!more.isEmpty()) {
                line.put(good ? "receipt" : "why", more);
            }
        } else if (good) {
            System.out.println(student + " " + what + (more.isEmpty() ? "" : ", " + more));
        } else {
            System.err.println(student + " " + what + ": " + more);
        }
    }

    /** Reports something general, as a whole sentence. */
    void note(String sentence) {
        System.err.println(sentence);
    }

    /** Writes the document, if one is wanted. */
    void end() {
        if (json) {
            System.out.println(lines.toPrettyString());
        }
    }
}
