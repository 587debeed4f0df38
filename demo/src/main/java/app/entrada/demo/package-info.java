/** The invented label Ninth Weir Records: its releases, its sound and its covers, all made by code, the same at every making. */
package app.entrada.demo;
