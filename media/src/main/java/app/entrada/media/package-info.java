/** External programs. Each is called in one place, with a list of arguments, bounded in time, memory and output. */
package app.entrada.media;
