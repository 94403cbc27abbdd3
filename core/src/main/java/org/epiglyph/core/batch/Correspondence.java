package org.epiglyph.core.batch;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Letters to the student and answers from the student.
 *
 * @param letters letters sent to the student, oldest first; one per digest
 * @param answers what the student wrote after a hand-back, oldest first; one per id
 */
public record Correspondence(List<LetterSent> letters, List<Answer> answers) {
    static final Correspondence NONE = new Correspondence(List.of(), List.of());

    public Correspondence {
        letters = List.copyOf(letters);
        answers = List.copyOf(answers);
    }

    Correspondence with(LetterSent letter) {
        List<LetterSent> all = new ArrayList<>(letters);
        all.removeIf(l -> l.digest().equals(letter.digest()));
        all.add(letter);
        return new Correspondence(all, answers);
    }

    /** Without a letter that the mail service refused. */
    Correspondence without(String digest) {
        return new Correspondence(letters.stream().filter(l -> !l.digest().equals(digest)).toList(), answers);
    }

    /** With an answer in place of an earlier version of the same one. */
    Correspondence with(Answer answer) {
        List<Answer> all = new ArrayList<>(answers);
        int place = all.stream().map(Answer::id).toList().indexOf(answer.id());
        if (place < 0) {
            all.add(answer);
        } else {
            all.set(place, answer);
        }
        return new Correspondence(letters, all);
    }

    /** An answer by its id. */
    public Optional<Answer> find(String id) {
        return answers.stream().filter(a -> a.id().equals(id)).findFirst();
    }

    /** A letter by the digest of its text. */
    public Optional<LetterSent> letter(String digest) {
        return letters.stream().filter(l -> l.digest().equals(digest)).findFirst();
    }

    /** True if the student awaits a reply. */
    public boolean awaitsReply() {
        return answers.stream().anyMatch(Answer::isWaiting);
    }
}
