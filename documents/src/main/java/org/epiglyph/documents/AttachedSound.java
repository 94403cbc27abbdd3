package org.epiglyph.documents;

import java.nio.file.Path;

/**
 * A spoken remark attached to a mark.
 *
 * @param mark  id of the mark
 * @param name  the file name that a student who saves it gets
 * @param title for example "Spoken remark 2, on page 3 (0:12)"
 * @param text  the same in writing; may be empty
 * @param file  the sound, as Opus in Ogg
 */
public record AttachedSound(String mark, String name, String title, String text, Path file) {}
