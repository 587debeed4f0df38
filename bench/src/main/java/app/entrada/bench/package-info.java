/** Benches: what the core takes and hits, beside what other programs take on the same files in the same run. */
package app.entrada.bench;
