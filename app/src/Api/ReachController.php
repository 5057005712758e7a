<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\CombinationPage;
use Ithrel\App\Api\Dto\CombinationRow;
use Ithrel\App\Api\Dto\Ladder;
use Ithrel\App\Api\Dto\Position;
use Ithrel\App\Http\Query;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\InputInfluence;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Pins;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What can be selected: the ladder under pins, and combinations by their number.
 */
final readonly class ReachController
{
    private const MOST_ROWS = 500;

    public function __construct(private Shelf $shelf) {}

    #[Route('/api/documents/{sha256}/ladder', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/ladder',
            operationId: 'getLadder',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
                new OA\Parameter(name: 'set', in: 'query', schema: new OA\Schema(type: 'string', enum: Listing::SETS)),
                new OA\Parameter(
                    name: 'pin[]',
                    description: 'option=value, or option= for no answer',
                    in: 'query',
                    schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
                ),
                new OA\Parameter(
                    name: 'in[]',
                    description: 'option=text, what is typed into an input',
                    in: 'query',
                    schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Each option with its values weighed.',
                    content: new OA\JsonContent(ref: '#/components/schemas/Ladder'),
                ),
            ],
        ),
    ]
    public function ladder(string $sha256, Request $request): JsonResponse
    {
        $reach = $this->shelf->reach($this->shelf->document($sha256));

        return new JsonResponse(
            (new LadderView(
                $reach,
                $this->set($request),
                $this->words($request, 'pin'),
                $this->words($request, 'in'),
            ))->ladder(),
        );
    }

    #[Route('/api/documents/{sha256}/traps', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/traps',
            operationId: 'getTraps',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Traps by the option that closes them and by cause, in walk order.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/TrapGroup'),
                    ),
                ),
            ],
        ),
    ]
    public function traps(string $sha256): JsonResponse
    {
        return new JsonResponse((new TrapsView($this->shelf->reach($this->shelf->document($sha256))))->groups());
    }

    #[Route('/api/documents/{sha256}/position', methods: ['POST'])]
    #[Needs(Role::Reader)]
    #[
        OA\Post(
            path: '/api/documents/{sha256}/position',
            operationId: 'getPosition',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    properties: [new OA\Property(property: 'pick', type: 'object', additionalProperties: true)],
                    type: 'object',
                ),
            ),
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(name: 'set', in: 'query', schema: new OA\Schema(type: 'string', enum: Listing::SETS)),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The number of a combination in the list of a set; null where it is not in it.',
                    content: new OA\JsonContent(ref: '#/components/schemas/Position'),
                ),
            ],
        ),
    ]
    public function position(string $sha256, Request $request): JsonResponse
    {
        $reach = $this->shelf->reach($this->shelf->document($sha256));
        $given = GivenState::read($reach->setup, JsonText::decode($request->getContent()));
        $number = (new Listing($reach, $this->set($request)))->numberOf($given->state);

        return new JsonResponse(new Position($this->set($request), null === $number ? null : gmp_strval($number)));
    }

    #[Route('/api/documents/{sha256}/combinations', methods: ['GET'])]
    #[
        OA\Get(
            path: '/api/documents/{sha256}/combinations',
            operationId: 'getCombinations',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/Document'),
                new OA\Parameter(ref: '#/components/parameters/Edition'),
                new OA\Parameter(name: 'set', in: 'query', schema: new OA\Schema(type: 'string', enum: Listing::SETS)),
                new OA\Parameter(
                    name: 'from',
                    description: 'number of the first, from 0, of any size',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
                new OA\Parameter(
                    name: 'limit',
                    in: 'query',
                    schema: new OA\Schema(type: 'integer', maximum: self::MOST_ROWS),
                ),
                new OA\Parameter(
                    name: 'pin[]',
                    description: 'option=value, or option= for no answer',
                    in: 'query',
                    schema: new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Combinations in listing order.',
                    content: new OA\JsonContent(ref: '#/components/schemas/CombinationPage'),
                ),
            ],
        ),
    ]
    public function combinations(string $sha256, Request $request): JsonResponse
    {
        $from = Query::large($request, 'from');
        $limit = Query::whole($request, 'limit', 100, 1, self::MOST_ROWS);
        $reach = $this->shelf->reach($this->shelf->document($sha256));
        $setup = $reach->setup;
        $listing = new Listing(
            $reach,
            $this->set($request),
            Pins::fromWords($reach->board, $this->words($request, 'pin')),
        );
        $choices = array_values(array_filter($setup->options, static fn($o): bool => $o->kind->isChoice()));
        $lines = new CartLineBuilder($setup);
        $pricer = new Pricer($setup);
        $influence = new InputInfluence($reach->board->page);
        $rows = [];
        $n = $from;
        foreach ($listing->from($n, $limit) as $state) {
            $unit = $influence->decidesUnitPrice($state)
                ? null
                : $pricer->quote($state, $setup->quantity->min)->unitPrice;
            $pins = [];
            foreach ($state->answers as $option => $answer) {
                foreach (is_array($answer) ? $answer : [] as $value) {
                    $pins[] = $setup->options[$option]->code . '=' . $setup->options[$option]->values[$value]->code;
                }
            }
            $rows[] = new CombinationRow(
                gmp_strval($n),
                array_map(static fn($o): string => $state->has($o->index) ? $lines->carried($o, $state) : '', $choices),
                $pins,
                $lines->sku($state),
                null === $unit ? null : Amount::text($unit, $setup->currency),
            );
            $n = gmp_add($n, 1);
        }

        return new JsonResponse(
            new CombinationPage(
                $this->set($request),
                gmp_strval($listing->total()),
                gmp_strval($from),
                array_map(static fn($o): string => $o->label, $choices),
                $rows,
                $setup->currency->code,
            ),
        );
    }

    private function set(Request $request): string
    {
        return Query::one($request, 'set', Listing::SETS);
    }

    /**
     * @return list<string>
     */
    private function words(Request $request, string $name): array
    {
        return array_values(array_filter($request->query->all($name), is_string(...)));
    }
}
