/** What somebody needs who looks for music to a picture. */
package app.entrada.core.sync;
