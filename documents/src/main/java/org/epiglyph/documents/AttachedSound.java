package org.epiglyph.documents;

import java.nio.file.Path;

/**
 * A spoken remark that goes with a mark.
 *
 * @param mark  id of the mark
 * @param name  the name of the file, as a student who saves it finds it
 * @param title for example "Spoken remark 2, on page 3 (0:12)"
 * @param text the same in writing; may be empty
 * @param file  the sound, as Opus in Ogg
 */
public record AttachedSound(String mark, String name, String title, String text, Path file) {}
