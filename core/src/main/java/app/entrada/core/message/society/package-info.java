/** The exchange format of authors' societies: works out, acknowledgements in. Fixed columns, one record a line. */
package app.entrada.core.message.society;
