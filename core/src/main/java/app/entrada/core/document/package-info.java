/** A release as a JSON document: for those who keep releases in files, and for other programs. */
package app.entrada.core.document;
