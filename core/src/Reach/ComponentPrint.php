<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * What of a component its diagram hangs on, with cells, rows and propositions in numbers of its own: two components
 * with one print have one diagram, wherever their options stand in their documents and whatever they are called.
 */
final class ComponentPrint
{
    public readonly string $print;

    /** @var array<int, int> cell => number in this component */
    private array $local = [];

    /** @var array<int, string> proposition => how it reads in local numbers */
    private array $texts = [];

    /**
     * @param Component $component without circles: what clicks reach in them hangs on more than stands here
     */
    public function __construct(private readonly Board $board, Component $component)
    {
        $parts = [];
        foreach ($component->options as $option) {
            foreach ($board->cellsOf[$option] as $cell) {
                $this->local[$cell] = count($this->local);
            }
        }
        foreach ($component->options as $index) {
            $option = $board->setup->options[$index];
            $stocked = [];
            foreach ($option->values as $value) {
                $stocked[] = $board->stock->hasValue($index, $value->index);
            }
            $parts[] = [
                $option->kind->isInput(),
                $option->required,
                $option->picks?->min,
                $option->picks?->max,
                array_map(
                    static fn(int $cell): array => [$board->cells[$cell]->size, $board->cells[$cell]->bit],
                    $board->cellsOf[$index],
                ),
                $this->text($board->shown[$index]),
                array_map($this->text(...), $board->allowed[$index]),
                $stocked,
            ];
        }
        $trie = null === $board->setup->variants ? null : new RowTrie($board, array_keys($this->local));
        $rows =
            [] === ($trie->cells ?? [])
                ? null
                : [
                    $trie?->next,
                    array_map(
                        static fn(\Ithrel\Core\Setup\Row $row): bool => $board->setup->isEnough($row->stock),
                        $board->setup->variants->rows ?? [],
                    ),
                ];
        $watch = array_map($this->text(...), $component->watch);
        $this->print = hash(
            'sha256',
            json_encode([$parts, $this->text($component->must), $watch, $rows], JSON_THROW_ON_ERROR),
        );
    }

    public function toLocal(Diagram $diagram): Diagram
    {
        return $this->renumbered($diagram, $this->local, array_flip(array_keys($this->texts)));
    }

    public function toGlobal(Diagram $local): Diagram
    {
        return $this->renumbered($local, array_flip($this->local), array_keys($this->texts));
    }

    /**
     * @param array<int, int> $cells number => number
     * @param array<int, int> $propositions number => number
     */
    private function renumbered(Diagram $diagram, array $cells, array $propositions): Diagram
    {
        $renumbered = clone $diagram;
        $renumbered->cells = array_map(static fn(int $cell): int => $cells[$cell], $diagram->cells);
        $renumber = static function (array $notes) use ($propositions): array {
            /** @var array<int, array<int, true>> $notes */
            $result = [];
            foreach ($notes as $p => $nodes) {
                $result[$propositions[$p]] = $nodes;
            }

            return $result;
        };
        $renumbered->watched = $renumber($diagram->watched);
        $renumbered->hiding = $renumber($diagram->hiding);
        $renumbered->barring = $renumber($diagram->barring);

        return $renumbered;
    }

    private function text(int $p): string
    {
        return $this->texts[$p] ??= $this->board->props->text($p, $this->local);
    }
}
