<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * How the fields of a page are called, in some languages.
 */
final class FieldWords
{
    /** How fields are named that ask how many (common practice, no source). */
    public const QUANTITY = '/(?:^|[\s_\-\[])(?:qty|quantity|quantité|quantita|quantità|quantite|menge|anzahl|cantidad|quantidade|antal|aantal|antall|ilosc|ilość|mnozstvi|množství|kolicina|количество|数量|العدد|الكمية|כמות)(?:$|[\s_\-\]:*.])/iu';
}
