/** Tones for the coach's cues: made as PCM ahead of time, played through a small sink; silent when there is no sound card. */
@NullMarked
package wistaxis.desktop.sound;

import org.jspecify.annotations.NullMarked;
