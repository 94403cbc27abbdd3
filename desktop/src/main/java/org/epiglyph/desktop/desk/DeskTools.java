package org.epiglyph.desktop.desk;

import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.function.Consumer;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.ScanReading;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.spelling.Spelling;
import org.epiglyph.desktop.spoken.Sounds;

/**
 * What the desk needs besides the batch.
 *
 * @param images   the pages' images
 * @param making   makes missing pages in the background
 * @param scans    recognises the words of scans in the background
 * @param settings the marker's settings
 * @param opener   opens a file in the system's program for it
 * @param links    opens an address
 * @param finding  opens the window's finder for one kind of thing
 * @param tablet   the trace that a simulated pen tablet plays; empty for none
 * @param sounds   microphone and loudspeaker
 * @param released called when a remark that was being recorded as the desk was left is saved, and no longer holds the
 *                 batch
 */
public record DeskTools(PageImages images, PageMaking making, ScanReading scans, Settings settings, Spelling spelling,
        Clock clock,
        Consumer<Path> opener, Consumer<String> links, DeskFinder.Finding finding, Optional<Path> tablet,
        Sounds sounds, Runnable released) {}
