/** ID3v2 tags in depth: frames of all three versions, what they mean in one another, what the standard allows once only. */
@NullMarked
package app.entrada.core.tag.id3;

import org.jspecify.annotations.NullMarked;
