<?php

/*
 * First names that many have and that have no short form in nicknames.php, folded.
 * Source: compiled by hand from general usage in the United States and Canada.
 */

return array_fill_keys(
    explode(
        ' ',
        'aaron abby abdul abraham adam adele adrian adriana agnes ahmed aidan aisha alan alana alberto alejandro alessandra alexis alfredo ali alicia alison ' .
            'allison alma alondra alonzo alyssa amber amelia amir amit amina amparo ana anastasia andre andres angel angelica angelina anil anita anjali ' .
            'annette antoine antonia antonio april ariana ariel arjun armando arnold arturo asha ashton astrid aubrey audrey august austin autumn ava avery ' .
            'ayesha azalea barry beatrice bella bernadette bernice bertha beth bethany bianca blake blanca boris brad bradley brandi brandon brandy brenda ' .
            'brendan brent brett bridget brittany brittney brooke bruce bruno bryan bryce caitlin caleb cameron camila camille candace carla carlos carmen ' .
            'caroline carrie casey cassandra cecil cecilia celeste celia cesar chad chantal chelsea chester chiara chloe claire clara clarence claude claudia ' .
            'clifford clint clinton clyde cody colette colin colleen connie connor conor constance cora corey courtney craig cristina crystal curtis daisy ' .
            'dakota damian damon dana danielle daphne daria darius darlene darrell darren darryl daryl dawn deanna deepak deirdre delia denis derek derrick ' .
            'desiree destiny devin devon dexter diego dimitri dina dirk dolores dominic dominique dora dustin dwayne dwight dylan earl ebony eduardo edgar ' .
            'edith edna edwin eileen elaine elena eli elias elijah elisa elise eliza ella ellen ellis elsa elsie elvira emil emilio emma emmanuel enrique ' .
            'eric erica erik erika erin ernest ernesto esmeralda esperanza esteban estelle esther ethan eugene eunice eva evan fabian faith farah fatima ' .
            'felicia felipe felix fern fernando fiona flora florence floyd francesca francois frida gabriel gail genevieve geoffrey georgia gerard gilbert ' .
            'gina giovanni giselle gladys glen glenda glenn gordon grace gracie graham grant gretchen guadalupe guillermo gustavo guy gwendolyn hailey ' .
            'hanna hannah hans harriet harvey hassan hazel hector heidi helena henrietta herbert herman hilda hiram hope horace howard hugh hugo hussein ' .
            'ian ibrahim ida ignacio igor imani ines ingrid ira irma isaac isabel isaiah ismael ivan ivy jacqueline jade jaime jamal jamie janelle janine ' .
            'jared jasmin jasmine javier jay jayden jeanette jeannette jenna jeremiah jerome jesse jesus jill joann joanna joanne jocelyn jodi jodie joel ' .
            'johanna jordan jorge josefina josephine joy joyce juan juana juanita julian juliana julio june justin justine kaitlyn kamal kara kareem karina ' .
            'karl karla kathleen kay kayla keith kelsey kendra kent kerry kiara kirk kirsten krista kristen kristin kristina kristy krystal kurt kyle kylie ' .
            'lakshmi lamar lance lana lara latoya laurie leah leila lena leo leon leona leroy leslie leticia lila lilian lily linh lionel lloyd lois loretta ' .
            'lorena lorraine lourdes lucas lucia lucille luis luisa luke luther luz lydia lyle lynn mabel mackenzie madeline maggie malcolm malik mandy ' .
            'manuel mara marc marcel marcia marco marcus marguerite mariah mariam marian mariana marianne maribel mariel marina mario marion marisa marisol ' .
            'marissa marjorie marlene marsha marshall martina marvin mason mateo mathieu maureen maurice mauricio max maxine maya megan meghan melanie melba ' .
            'melinda melody melvin mercedes meredith merle mia miguel milan mildred miles milton mina miranda miriam misty mohamed mohammad mohammed molly ' .
            'mona monica monique morgan morris moses muhammad muriel myra myrna myron myrtle nadia nadine nadja naomi natasha nathalie neil nelson nestor ' .
            'nina nisha noah noel noelle noemi nolan nora noreen norman octavio olga oliver omar opal ophelia oscar otis owen pablo paige paloma pascal ' .
            'patrice paulette pauline pearl pedro penelope percy perry philippe phoebe pierre pilar preston priscilla priya quentin rafael raj rajesh ralph ' .
            'ramon ramona randall rashid raul ravi raymond rebekah regina reginald rene renee reuben rhonda ricardo rigoberto rita roberta roberto rocio ' .
            'rodney rodrigo roland rolando roman romeo rosa rosalie rosalind rosario rosemarie rosemary ross roxanne roy ruben rudolph rufus russell sabrina ' .
            'sadie sage salma salvador samir sandeep sanjay santiago santos sasha saul savannah sean selena serena sergio seth shane shannon shawn sheila ' .
            'shelby sheldon shelley shelly sherman sherri sherry shirin sierra silvia simon simone sofia sonia sonja sonya sophie spencer stacey stacy stan ' .
            'stella stuart sunil suresh suzanne suzette svetlana sydney sylvia tabitha tamara tammie tanya tara tasha taylor terrance terrence tess thelma ' .
            'thu tiffany toby todd tomas tonya tracey tracy travis trevor tricia trina tristan troy tyler tyrone ulysses una ursula valentina valerie vanessa ' .
            'vaughn velma vera vernon veronica vicente vijay viktor vincenzo viola violet virgil vivian vladimir wade wayne wendell wendy wesley whitney ' .
            'wilbur wilfred willis wilma winifred winston xavier ximena yasmin yesenia yolanda yusuf yvette yvonne zachariah zainab zoe',
    ),
    1,
);
