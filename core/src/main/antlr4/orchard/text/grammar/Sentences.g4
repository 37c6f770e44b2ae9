/** The text of sentences. docs/sentences.md says what they mean. */
grammar Sentences;

options { caseInsensitive = true; }

sentence : label? when (',' 'in' layer ('or' layer)*)? ',' cases (',' show)? (',' takeover)? (',' marks)? '.' EOF ;

label : LABEL | STRING ':' ;

// ---- what sets it off

when : 'when' (controls | trigger) ('or' trigger)* ;

controls : run ('or' run)* gesture ;

run : control | 'any' 'of' controlName 'to' controlName 'of' device ;

gesture
  : ('moves' | 'turns' | 'is' ('hit' | 'pressed' | 'played'))  # move
  | 'is' 'held' 'for' seconds                                  # held
  | 'is' 'pressed' 'twice' 'within' seconds                    # twice
  | 'is' 'circled'                                             # circled
  ;

trigger
  : parameter 'changes'                                                                            # changes
  | parameter ('rises' 'above' | 'falls' 'below' | 'comes' 'to' | 'goes' 'away' 'from') fixed      # moves
  | 'layer' layer comes                                                                            # layerTurns
  | 'focus' focus 'moves'                                                                          # focusMoves
  | 'message' STRING 'comes' ('from' (device | 'any' 'of' device device+))?                        # messageHeard
  | 'song' song comes                                                                              # songTurns
  | 'device' device comes                                                                          # deviceComes
  | 'orchard' 'begins'                                                                             # loaded
  | seconds 'have' 'passed'                                                                        # timePasses
  ;

comes : 'comes' | 'goes' ;

// ---- what it does, case by case

cases : branch (';' ('otherwise' | 'and') branch)* ;

branch : ('while' condition ',')? ('shape' shape ',')? actions (',' 'and'? 'when' 'it' 'is' 'let' 'go' ',' actions)? ;

actions : action (',' action)* ;

condition : conjunction ('or' conjunction)* ;

conjunction : state ('and' state)* ;

state
  : '(' condition ')'                                             # inBrackets
  | 'not' state                                                   # notState
  | ('all' | 'any') 'of' '(' condition ')'                        # oneOnly
  | 'always'                                                      # always
  | 'layer' layer 'is' 'not'? 'on'                                # layerOn
  | parameter 'is' 'not'? comparison                              # compared
  | parameter 'is' 'not'? 'known'                                 # known
  | parameter 'is' 'not'? 'at' 'its' 'default'                    # atDefault
  | parameter 'was' 'not'? 'changed' 'last'                       # changedLast
  | 'it' 'is' 'not'? 'on'                                         # isOn
  | 'it' 'is' 'not'? comparison                                   # struck
  | 'page' page 'is' 'not'? 'open'                                # pageOpen
  | 'preset' preset 'was' 'not'? 'recalled' 'last'                # presetRecalled
  | 'song' song 'is' 'not'? 'current'                             # songIs
  | 'device' device 'is' 'not'? 'there'                           # devicePresent
  | 'its' 'note' 'is' 'not'? ('the' 'root' parameter | 'in' parameter 'on' parameter)  # noteInScale
  | 'its' 'note' ('sounds' | 'does' 'not' 'sound')                # noteSounds
  | place ('lies' | 'does' 'not' 'lie') 'under' focus             # focusAt
  ;

comparison : ('above' | 'below' | 'at') fixed | 'between' fixed 'and' fixed ;

// ---- how the value is shaped

shape : stage ('then' stage)* ;

stage
  : 'inverted'                                                                       # invert
  | bend                                                                             # curve
  | 'resting' 'at' percent 'within' percent                                          # deadBand
  | 'on' 'from' percent 'and' 'off' 'from' percent                                   # switch
  | 'on'? 'between' percent 'and' percent ('going' 'down' percent 'and' percent)?    # zone
  | NUMBER 'times' 'each' 'step' ('up' 'to' NUMBER 'times' 'when' 'turned' 'fast')? ('round' 'at' 'the' 'ends')?
    (NUMBER 'times' 'while' control 'is' 'held')?                                    # accumulate
  | ('from' percent 'to' percent 'onto')? fixed 'to' fixed ('for' 'every' 'turn')?   # scale
  | 'one' 'of' STRING ('or' STRING)*                                                 # lookUp
  | 'kept' 'within' fixed 'and' fixed                                                # clamp
  | 'wrapped' fixed 'to' fixed                                                       # wrap
  | 'folded' fixed 'to' fixed                                                        # fold
  | 'in' 'steps' 'of' quantity 'holding' percent                                     # snap
  | 'smoothed' 'over' seconds                                                        # smooth
  | 'no' 'faster' 'than' seconds 'for' 'the' 'whole' 'way'                           # rate
  | 'by' STRING                                                                      # formula
  | 'not' 'now' '(' stage ')'                                                        # bypassed
  ;

bend
  : 'bent' 'by' 'a' 'power' 'of' NUMBER points?
  | ('quick' | 'slow') 'at' 'first' ('by' NUMBER)? points?
  | 'slow' 'at' 'both' 'ends' ('by' NUMBER)? points?
  | 'along' points ('by' NUMBER)?
  ;

points : point+ ;

point : '(' percent percent ')' ;

// ---- what is done

action
  : 'set' parameter ('(' 'shape' shape ')')?                                        # setParameter
  | 'set' parameter 'to' value                                                      # setTo
  | 'set' parameter 'to' 'its' 'default'                                            # reset
  | 'set' 'to' 'its' 'default' 'whatever' 'is' 'moved' 'meanwhile'                  # resetMoved
  | 'set' 'what' 'is' 'on' 'the' 'open' 'page' 'of' device                          # setOfPage
  | 'hold' parameter 'at' value                                                     # hold
  | 'switch' parameter 'between' fixed 'and' fixed                                  # toggle
  | 'move' parameter ('up' | 'down') 'by' quantity 'round'?                         # nudge
  | 'choose' parameter ('from' fixed ('or' fixed)*)? ('stop' 'at' fixed)?           # choose
  | 'for' ('each' | 'every' ('other' | ORDINAL)) WORD? 'of' focus ('while' condition)? ',' action  # forEach
  | 'tap' parameter                                                                 # tap
  | 'bring' parameter 'to' value 'over' seconds bend?                               # ramp
  | 'wait' seconds ('while' 'a' 'new' 'one' again)?                                 # wait
  | 'open' 'page' page                                                              # openPage
  | 'go' ('on' | 'back') NUMBER 'page' 'of' device marked?                          # nextPage
  | 'recall' 'preset' preset                                                        # recall
  | 'go' ('on' | 'back') NUMBER 'preset' 'of' device marked?                        # nextPreset
  | 'go' 'to' 'song' song                                                           # toSong
  | 'go' ('on' | 'back') NUMBER 'song'                                              # nextSong
  | 'hold' 'layer' layer 'on'                                                       # holdLayer
  | 'turn' 'layer' layer ('on' ('or' 'off' | 'for' 'the' 'next' 'press')? | 'off')  # switchLayer
  | 'go' ('on' | 'back') NUMBER 'layer' 'of' group                                  # nextLayer
  | 'move' 'focus' focus 'to' place                                                 # focusTo
  | 'move' 'focus' focus ('on' | 'back') 'by' NUMBER 'width'?                       # moveFocus
  | ('pin' 'or' 'free' | 'pin' | 'free') 'focus' focus                              # pinFocus
  | ('pick' 'or' 'drop' | 'pick' | 'drop') place 'of' focus                         # pickPlace
  | 'play' 'notes' 'from' STRING 'on' device 'channel' NUMBER                        # playNotes
  | 'keep' 'notes' 'on' device ('channel' NUMBER+)?                                  # holdNotes
  | ('start' | 'stop' | 'continue' | 'start' 'or' 'stop') 'the' 'clock'             # runClock
  | 'send' 'bytes'? STRING 'to' device                                              # send
  | 'type' STRING 'on' device (NUMBER 'times')? ('within' seconds)? ('putting' 'the' 'window' 'back')?  # typeKeys
  | 'say' STRING 'to' device ('with' filling ('and' filling)*)?                      # sayMessage
  | 'stop' 'everything'                                                             # stopAll
  ;

filling : STRING ('from' parameter)? ('by' STRING)? ;

again : 'begins' 'anew' | 'is' 'ignored' | 'comes' 'after' 'it' ;

marked : 'tagged' STRING ;

group : part ;

// ---- what is shown, and the rest

show : 'and'? 'show' answer ('and' answer)* ;

answer : ('while' condition ',' shown ',' 'otherwise')* shown 'on' light ('asked' 'at' NUMBER)? ;

shown : what ('of' parameter)? look ;

what : 'its' 'value' | 'its' 'name' | 'its' 'choice' | 'on' 'or' 'off' | 'lit' | 'dark' ;

look : ('saying' STRING)? colour? ('at' percent)? sweep? ('blinking' | 'breathing' | 'in' 'time')? ;

colour : 'in' STRING ;

sweep : 'drawn' ('as' 'a' 'dot' | 'filled' | 'from' 'the' 'middle' | 'both' 'ways') ;

takeover : 'it' ('jumps' | 'is' 'picked' 'up' | 'converges') ;

marks : 'favourite' ('tagged' STRING ('or' STRING)*)? | 'tagged' STRING ('or' STRING)* ;

// ---- names and numbers

control : (dimension 'of')? controlName 'of' device ;

dimension : part ;

controlName : part ;

parameter
  : ('the'? ORDINAL | 'each') WORD? 'of' focus WITHIN localName
  | 'its' localName
  | parameterName ('of' device)?
  ;

parameterName : part ;

localName : part ;

light : lightName 'of' device ;

lightName : part ;

page : pageName 'of' device ;

pageName : part ;

preset : presetName 'of' device ;

presetName : part ;

layer : part ;

device : part ;

song : part ;

focus : part ;

place : part ;

part : 'id'? STRING ;

value : fixed | 'what' parameter 'is' 'at' ;

fixed : quantity ('out' 'of' 'reach')? | STRING ;

quantity : NUMBER (WORD | '%')? ;

percent : NUMBER '%' ;

seconds : NUMBER WORD ;

LABEL : [\p{L}\p{Nd}_\-]+ ':' ;

ORDINAL : [0-9]+ ('st' | 'nd' | 'rd' | 'th') ;

NUMBER : [+\-−]? [0-9]+ ('.' [0-9]+)? ;

WORD : [\p{L}°µ] [\p{L}\p{Nd}°µ/]* ;

STRING : '"' ('\\' . | ~["\\\r\n])* '"' | '“' ~[”\r\n]* '”' ;

WITHIN : '›' | '>' ;

COMMENT : '#' ~[\r\n]* -> skip ;

SPACE : [ \t\r\n]+ -> skip ;

UNKNOWN : . ;
