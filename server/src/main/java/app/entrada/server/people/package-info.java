/** People, groups and companies: under which names they are known, and on what they are. */
@NullMarked
package app.entrada.server.people;

import org.jspecify.annotations.NullMarked;
