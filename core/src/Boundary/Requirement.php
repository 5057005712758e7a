<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

/**
 * When an option has to be answered, going by the complete states that clicks reach.
 */
final readonly class Requirement
{
    public const ALWAYS = 'always';
    public const SOMETIMES = 'sometimes';
    public const NEVER = 'never';

    /**
     * @param 'always'|'sometimes'|'never' $required
     * @param string|null $when its condition in words, where sometimes
     * @param array<string, string|bool|list<string>>|null $example the fewest choices under which it is required
     * @param list<string> $routes those on which leaving it out must be refused
     * @param bool $marked whether the shopper reads that it is required
     */
    public function __construct(
        public string $required,
        public ?string $when,
        public ?array $example,
        public array $routes,
        public bool $marked,
    ) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'required' => $this->required,
            'when' => $this->when,
            'example' => null === $this->example ? null : (object) $this->example,
            'routes' => $this->routes,
            'marked' => $this->marked,
        ];
    }
}
