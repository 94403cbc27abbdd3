/**
 * Sound in and out: the microphone and the loudspeaker with their simulated stand-ins, recordings that outlive a crash, and the
 * small files that students hear. Nothing else touches sound devices.
 */
package org.epiglyph.sound;
