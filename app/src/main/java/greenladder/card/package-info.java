/** What a card of an item shows wherever it lies. Read {@link greenladder.card.ItemCard} first. */
@NullMarked
package greenladder.card;

import org.jspecify.annotations.NullMarked;
