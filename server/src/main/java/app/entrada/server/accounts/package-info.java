/** Who is signed in, and how one gets there. */
package app.entrada.server.accounts;
