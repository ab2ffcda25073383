# Tells what all widgets are and show: a line for each, its fields divided by tabs, parts before what lies in them.
proc ::durchgang {} {
  proc ::durchgang_text {w} {
    set text ""
    catch {set text [$w cget -text]}
    catch {
      set v [$w cget -textvariable]
      if {$v ne ""} {set text [uplevel #0 [list set $v]]}
    }
    catch {
      switch [winfo class $w] {
        Entry - TEntry - Spinbox - TSpinbox - TCombobox {set text [$w get]}
        Text {set text [string trimright [$w get 1.0 end] "\n"]}
        Listbox {set text [join [$w get 0 end] "\n"]}
      }
    }
    return $text
  }
  proc ::durchgang_walk {w depth} {
    set grabbed [expr {[winfo class $w] eq "Dialog" || ([winfo toplevel $w] eq $w && $w ne "." && [grab current $w] eq $w)}]
    set state normal; catch {set state [$w cget -state]}
    set fg ""; catch {foreach c [winfo rgb $w [$w cget -foreground]] {append fg [format %02x [expr {$c >> 8}]]}}
    set image ""; catch {set image [$w cget -image]}
    set fields [list $depth [winfo class $w] [expr {[winfo toplevel $w] eq $w}] $grabbed [winfo viewable $w] \
      [winfo rootx $w] [winfo rooty $w] [winfo width $w] [winfo height $w] $state $fg $image [::durchgang_text $w] ""]
    set out [list $fields]
    if {[winfo class $w] eq "Canvas"} {
      foreach id [$w find all] {
        if {[$w type $id] ne "text" || [$w itemcget $id -state] eq "hidden"} continue
        lassign [$w bbox $id] x0 y0 x1 y1
        if {$x1 eq ""} continue
        lappend out [list [expr {$depth + 1}] "" 0 0 1 [expr {int([winfo rootx $w] + $x0 - [$w canvasx 0])}] \
          [expr {int([winfo rooty $w] + $y0 - [$w canvasy 0])}] [expr {$x1 - $x0}] [expr {$y1 - $y0}] normal "" "" [$w itemcget $id -text] written]
      }
    }
    foreach child [winfo children $w] {lappend out {*}[::durchgang_walk $child [expr {$depth + 1}]]}
    return $out
  }
  update idletasks
  set lines {}
  foreach fields [::durchgang_walk . 0] {
    set line {}
    foreach f $fields {lappend line [string map [list \\ \\\\ \t \\t \n \\n] $f]}
    lappend lines [join $line \t]
  }
  return [join $lines \n]
}
::durchgang
