/** People, groups and companies: under which names they are known, and on what they are. */
package app.entrada.server.people;
