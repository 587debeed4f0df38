/** What can be measured of sound, in one pass, with memory that does not depend on its length. */
package app.entrada.core.sound;
