/** What is typed into a receiver's own web form by hand: its captions, in its order, with our values. */
@NullMarked
package app.entrada.core.delivery.form;

import org.jspecify.annotations.NullMarked;
