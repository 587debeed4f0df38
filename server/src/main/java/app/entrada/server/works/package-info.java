/** Works of a release, their shares and who licenses them, over HTTP. */
package app.entrada.server.works;
