/** Who is signed in, and how one gets there. */
@NullMarked
package app.entrada.server.accounts;

import org.jspecify.annotations.NullMarked;
