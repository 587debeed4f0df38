/** Who changed what, when, with before and after. */
package app.entrada.server.activity;
