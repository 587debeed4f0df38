/** What a picture is, whatever its name claims. */
package app.entrada.core.picture;
